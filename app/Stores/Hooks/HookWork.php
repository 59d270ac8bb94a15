<?php

declare(strict_types=1);

namespace App\Stores\Hooks;

use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;

/** One call of a store's script, tried until it is taken: nine times in about a day. */
final readonly class HookWork implements LongWork
{
    /** Seconds before the next try. */
    private const WAITS = [10, 60, 300, 900, 3600, 10800, 21600, 43200];

    public function __construct(private HookCalls $calls)
    {
    }

    public static function sort(): string
    {
        return 'stores.hook';
    }

    public static function title(): string
    {
        return 'calling a script';
    }

    public static function queue(): string
    {
        return 'interactive';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $call = HookCalls::find($run->storeId, $run->subjectId);
        if ($call === null || $call->isDone() || $run->stopAsked()) {
            return $run->stopAsked() ? SliceEnd::stopped() : SliceEnd::done();
        }
        $wait = self::WAITS[$call->tries] ?? null;

        return $this->calls->try(Store::query()->findOrFail($run->storeId), $call, $wait === null) || $wait === null
            ? SliceEnd::done()
            : SliceEnd::later($wait);
    }
}

<?php

declare(strict_types=1);

namespace App\Write\Review;

use App\Changes\Events\DraftsReady;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;

/** Holds many drafts against the facts of their pages. */
final class ClaimsWork implements LongWork
{
    private const PORTION = 25;

    public static function sort(): string
    {
        return 'write.claims';
    }

    public static function title(): string
    {
        return 'holding texts against facts';
    }

    public static function queue(): string
    {
        return 'bulk';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    public static function afterReady(DraftsReady $event): void
    {
        Claims::begin($event->storeId);
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->findOrFail($run->storeId);
        while (true) {
            $rows = Claims::unjudged($store, self::PORTION);
            if ($rows === []) {
                return SliceEnd::done();
            }
            $judged = Claims::judged($store, $rows);
            $run->fenced(static fn () => Claims::keep($judged));
            $done = $run->number('done');
            $run->beat(['done' => $done + count($judged)], force: true);
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
    }
}

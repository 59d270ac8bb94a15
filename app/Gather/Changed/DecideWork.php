<?php

declare(strict_types=1);

namespace App\Gather\Changed;

use App\Changes\Drifts;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;

/**
 * Decides on thousands of texts that were changed in the shop: ours become drafts again, or the shop's are accepted.
 * What is decided is no drift any more, so a killed process goes on with the rest.
 */
final class DecideWork implements LongWork
{
    private const PORTION = 500;

    public function __construct(private readonly Drifts $drifts)
    {
    }

    public static function sort(): string
    {
        return 'gather.decide';
    }

    public static function title(): string
    {
        return 'deciding on texts that were changed in the shop';
    }

    public static function queue(): string
    {
        return 'bulk';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->findOrFail($run->storeId);
        ['verb' => $verb, 'field' => $field, 'cause' => $cause] = $run->progress() + [
            'verb' => 'accept',
            'field' => null,
            'cause' => null,
        ];
        $done = $run->number('done');
        do {
            if ($run->stopAsked()) {
                return SliceEnd::stopped();
            }
            $some = Drifts::some(
                $store,
                is_int($field) ? $field : null,
                is_string($cause) ? $cause : null,
                self::PORTION,
            );
            if ($some === []) {
                return SliceEnd::done();
            }
            $verb === 'back'
                ? $this->drifts->putBack($store, $some, $run->userId)
                : $this->drifts->accept($store, $some, $run->userId);
            $done += count($some);
            $run->beat(['done' => $done], force: true);
        } while (! $run->timeIsUp());

        return SliceEnd::more();
    }
}

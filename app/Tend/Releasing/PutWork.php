<?php

declare(strict_types=1);

namespace App\Tend\Releasing;

use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;

/**
 * Makes what mends all pages of a cause ready for release, structured data or alt texts. Each portion begins behind the
 * last page that was done, and what is ready already is passed over, so a killed process goes on and puts nothing
 * twice.
 */
final readonly class PutWork implements LongWork
{
    public function __construct(private Parts $parts)
    {
    }

    public static function sort(): string
    {
        return 'tend.put';
    }

    public static function title(): string
    {
        return 'making changes ready for release';
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
        $type = Parts::typeOf($store, $run->subjectId);
        do {
            if ($type === null || $run->stopAsked()) {
                return SliceEnd::stopped();
            }
            $pages = Parts::pagesOf($store, $run->subjectId, $run->number('after'), Parts::PORTION);
            if ($pages === []) {
                return SliceEnd::done();
            }
            $put = $this->parts->mend($store, $type, $pages, $run->userId);
            $run->beat(['after' => $pages[count($pages) - 1], 'ready' => $run->number('ready') + $put], force: true);
        } while (! $run->timeIsUp());

        return SliceEnd::more();
    }
}

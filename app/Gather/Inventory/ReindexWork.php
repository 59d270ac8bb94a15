<?php

declare(strict_types=1);

namespace App\Gather\Inventory;

use App\Gather\Crawl\Crawls;
use App\Store\Work\LongWork;
use App\Store\Work\SliceEnd;
use App\Store\Work\WorkRun;

/** Sorts the inventory anew after the owner has changed the rules for page kinds. */
final class ReindexWork implements LongWork
{
    public static function sort(): string
    {
        return 'gather.reindex';
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
        $store = $run->store();

        return (new IndexRebuild($store, Crawls::shown($store->id), false))->work($run) ? SliceEnd::done() : SliceEnd::more();
    }
}

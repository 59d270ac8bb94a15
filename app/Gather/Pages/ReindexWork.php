<?php

declare(strict_types=1);

namespace App\Gather\Pages;

use App\Catalogue\MarketSorting;
use App\Catalogue\PageResources;
use App\Gather\Crawl\Crawls;
use App\Gather\Sync\ShownTexts;
use App\Inventory\Events\InventoryRefreshed;
use App\Inventory\Index\IndexRebuild;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Connections;
use App\Stores\Models\Store;

/**
 * Sorts the inventory anew after the owner has changed the rules for page kinds or the markets; each part can be done
 * again.
 */
final class ReindexWork implements LongWork
{
    public static function sort(): string
    {
        return 'gather.reindex';
    }

    public static function title(): string
    {
        return 'sorting pages by kind';
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
        if (
            ! (new MarketSorting($store))->work($run) ||
            ! (new IndexRebuild($store, Crawls::shown($store->id), false))->work($run)
        ) {
            return SliceEnd::more();
        }
        (new PageResources($store, PageResources::unmapped((new Connections())->mapping($store))))->work($run);
        (new ShownTexts($store))->work($run);
        InventoryRefreshed::dispatch($store->id, static fn () => $run->beat());

        return SliceEnd::done();
    }
}

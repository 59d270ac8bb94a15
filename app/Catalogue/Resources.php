<?php

declare(strict_types=1);

namespace App\Catalogue;

use App\Inventory\PageBook;
use App\Platform\Database\Bulk;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Url\PageUrl;

/** What happens to resources between two readings of the shop. */
final class Resources
{
    public static function hasVersion(int $resource, ?string $version): void
    {
        DB::table('resources')
            ->where('id', $resource)
            ->update(['version' => $version]);
    }

    /**
     * A resource has a new address; it shows under the page of that address from now on.
     *
     * @return array{from: string, page: ?int} the address before, and the page it shows under now
     */
    public static function moved(Store $store, int $resource, PageUrl $url): array
    {
        $from = Typed::text(DB::table('resources')->where('id', $resource)->value('url'));
        $pages = new PageBook($store);
        $page = $pages->idsOf([$url->digest() => $url->text()])[$url->digest()] ?? null;
        DB::table('resources')
            ->where('id', $resource)
            ->update(['url' => $url->text()] + ($page === null ? [] : ['page_id' => $page]));

        return ['from' => $from, 'page' => $page];
    }

    /**
     * What the shop holds of them is known by a file of its own, and no longer guessed from their pages.
     *
     * @param  list<int>  $resources
     */
    public static function toldByFile(array $resources): void
    {
        foreach (array_chunk($resources, 5000) as $chunk) {
            DB::table('resources')
                ->whereIn('id', $chunk)
                ->where('from_page', 1)
                ->update(['from_page' => 2]);
        }
    }

    /** @param  list<int>  $resources */
    public static function toMarket(array $resources, int $market): void
    {
        $list = Bulk::list($resources);
        DB::update("UPDATE resources SET market_id = ? WHERE id IN ($list)", [$market]);
        DB::update("UPDATE resource_texts SET market_id = ? WHERE resource_id IN ($list)", [$market]);
    }

    /** @param  list<int>  $pages  that are of this market now: the texts that show under them go with them */
    public static function followPages(array $pages, int $market): void
    {
        DB::update(
            'UPDATE resources r JOIN resource_texts t ON t.resource_id = r.id SET r.market_id = ?, t.market_id = ?
                WHERE r.page_id IN ('.
                Bulk::list($pages).
                ')',
            [$market, $market],
        );
    }
}

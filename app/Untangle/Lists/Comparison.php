<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Stores\Models\Store;
use App\Untangle\Finding\Identities;
use App\Untangle\Finding\Knowledge;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Duplicates\Judge;
use stdClass;

/** Two pages side by side: facts, what the texts say differently, numbers, what they are searched for by. */
final class Comparison
{
    /**
     * @return ?array<string, mixed> for the view untangle.compare; null where one of the two is no page of the store
     */
    public static function of(Store $store, int $one, int $other): ?array
    {
        $pages = array_values(array_filter([self::page($store, $one), self::page($store, $other)]));
        if (count($pages) < 2) {
            return null;
        }
        $identities = new Identities($store, ($telling = Knowledge::tellingOf($store)));
        $known =
            DB::table('untangle_identities')
                ->where('store_id', $store->id)
                ->whereIn('page_id', [$pages[0]->id, $pages[1]->id])
                ->count() === ($pages[0]->id === $pages[1]->id ? 1 : 2);
        [$a, $b] = $known ? [$identities->of((int) $pages[0]->id), $identities->of((int) $pages[1]->id)] : [null, null];

        return [
            'store' => $store,
            'pages' => $pages,
            'kin' => $a === null || $b === null ? null : (new Judge($telling))->judge($a, $b),
            'lines' => $a === null || $b === null ? null : TextDifference::of($a->lines, $b->lines),
            'queries' => array_map(
                static fn (stdClass $page): array => DB::select(
                    'SELECT q.text, SUM(r.clicks) AS clicks, SUM(r.impressions) AS impressions FROM search_rows r
                        JOIN search_queries q ON q.id = r.query_id WHERE r.store_id = ? AND r.page_id = ?
                        AND r.query_id > 0 AND r.day >= UTC_DATE() - INTERVAL 98 DAY GROUP BY q.id, q.text
                        ORDER BY impressions DESC LIMIT 12',
                    [$store->id, $page->id],
                ),
                $pages,
            ),
        ];
    }

    private static function page(Store $store, int $id): ?stdClass
    {
        return DB::table('pages as p')
            ->join('page_index as i', 'i.page_id', '=', 'p.id')
            ->leftJoin(
                'page_facts as f',
                static fn ($join) => $join->on('f.page_id', '=', 'p.id')->where('f.to_crawl', 0),
            )
            ->leftJoin('page_products as n', 'n.page_id', '=', 'p.id')
            ->leftJoin(
                'untangle_pages as u',
                static fn ($join) => $join->on('u.page_id', '=', 'p.id')->on('u.store_id', '=', 'p.store_id'),
            )
            ->where('p.store_id', $store->id)
            ->where('p.id', $id)
            ->first([
                'p.id', 'p.url', 'i.status', 'i.why_not', 'i.kind', 'i.depth', 'i.links_in', 'i.words', 'i.clicks',
                'i.impressions', 'i.position_milli', 'i.orders', 'i.revenue', 'f.title', 'f.description', 'f.h1s',
                'f.language', 'n.number', 'n.price', 'u.declared', 'u.verdict', 'u.tangle_id', 'u.keeper_page',
            ]);
    }
}

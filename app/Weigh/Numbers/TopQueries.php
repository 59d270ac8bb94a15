<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Facts\ToldWeeks;
use App\Inventory\Terms\SeenQuery;
use App\Platform\Database\Bulk;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Demand\QueryClass;

/** The queries of many pages that bring most, but for the store's own name. */
final class TopQueries
{
    /**
     * @param  list<int>  $pages
     * @return array<int, list<SeenQuery>> by page
     */
    public static function of(Store $store, array $pages, int $most): array
    {
        $list = Bulk::list($pages);
        $rows = DB::select(
            "SELECT * FROM (SELECT p.page_id, p.query_id, SUM(p.clicks) AS clicks, SUM(p.impressions) AS impressions,
                SUM(p.position_sum) / NULLIF(SUM(p.impressions), 0) / 1000 AS position,
                ROW_NUMBER() OVER (PARTITION BY p.page_id
                    ORDER BY SUM(p.clicks) DESC, SUM(p.impressions) DESC, p.query_id) AS nth
                FROM weigh_pairs p JOIN weigh_queries q ON q.store_id = p.store_id AND q.query_id = p.query_id
                WHERE p.store_id = ? AND p.page_id IN ($list) AND p.span < ? AND q.class <> ?
                GROUP BY p.page_id, p.query_id) ranked WHERE nth <= ? ORDER BY page_id, nth",
            [$store->id, ToldWeeks::WINDOW, QueryClass::OwnBrand->value, $most],
        );
        if ($rows === []) {
            return [];
        }
        $texts = [];
        $queries = Bulk::list(array_values(array_unique(Bulk::ids($rows, 'query_id'))));
        foreach (DB::select("SELECT id, text FROM search_queries WHERE id IN ($queries)") as $row) {
            $texts[(int) $row->id] = (string) $row->text;
        }
        $top = [];
        foreach ($rows as $row) {
            $id = (int) $row->query_id;
            $top[(int) $row->page_id][] = new SeenQuery(
                $id,
                $texts[$id] ?? '',
                (int) $row->clicks,
                (int) $row->impressions,
                $row->position === null || (float) $row->position <= 0.0 ? null : (float) $row->position,
            );
        }

        return $top;
    }
}

<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Facts\ToldWeeks;
use App\Inventory\Terms\SeenPortion;
use App\Inventory\Terms\SeenQuery;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Orchard\Core\Demand\QueryClass;

/** The queries of many pages that bring most, but for the store's own name; and all queries, a portion at a time. */
final class TopQueries
{
    public static function portion(Store $store, int $after, int $most): ?SeenPortion
    {
        $ids = Bulk::ids(
            Rows::all(
                'SELECT query_id FROM weigh_queries WHERE store_id = ? AND query_id > ? ORDER BY query_id LIMIT ?',
                [$store->id, $after, $most],
            ),
            'query_id',
        );
        if ($ids === []) {
            return null;
        }
        $last = (int) end($ids);
        $rows = [];
        foreach (
            Rows::all(
                'SELECT p.query_id, p.page_id, i.market_id, SUM(p.clicks) AS clicks, SUM(p.impressions) AS impressions,
                    SUM(p.position_sum) AS places FROM weigh_pairs p FORCE INDEX (by_query)
                    JOIN page_index i ON i.store_id = p.store_id AND i.page_id = p.page_id
                    WHERE p.store_id = ? AND p.query_id > ? AND p.query_id <= ? AND p.span < ?
                    GROUP BY p.query_id, p.page_id, i.market_id',
                [$store->id, $after, $last, ToldWeeks::WINDOW],
            ) as $row
        ) {
            $rows[] = [
                $row->int('query_id'),
                $row->int('page_id'),
                $row->int('market_id'),
                $row->int('clicks'),
                $row->int('impressions'),
                $row->int('places'),
            ];
        }
        $texts = [];
        foreach (Rows::all('SELECT id, text FROM search_queries WHERE id IN ('.Bulk::list($ids).')') as $row) {
            $texts[$row->int('id')] = $row->text('text');
        }

        return new SeenPortion($last, $rows, $texts);
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, list<SeenQuery>> by page
     */
    public static function of(Store $store, array $pages, int $most): array
    {
        $list = Bulk::list($pages);
        $rows = Rows::all(
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
        foreach (Rows::all("SELECT id, text FROM search_queries WHERE id IN ($queries)") as $row) {
            $texts[$row->int('id')] = $row->text('text');
        }
        $top = [];
        foreach ($rows as $row) {
            $id = $row->int('query_id');
            $top[$row->int('page_id')][] = new SeenQuery(
                $id,
                $texts[$id] ?? '',
                $row->int('clicks'),
                $row->int('impressions'),
                $row->position === null || $row->number('position') <= 0.0 ? null : $row->number('position'),
            );
        }

        return $top;
    }
}

<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

use App\Facts\NumberWindow;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Web\ListPlace;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Weigh\Numbers\ComparedSums;
use App\Weigh\Numbers\Lens;
use App\Weigh\Numbers\Told;

/** Queries of one market with their sums, a screen at a time by key; and the pages that stand for one of them. */
final class QueryList
{
    public const PAGE = 50;

    /** @return array{rows: list<QueryRow>, next: ?string} of the lens's market, or the first */
    public static function page(Store $store, Lens $lens, string $sort, ListPlace $place = new ListPlace()): array
    {
        [$after, $size] = [$place->after, $place->size ?? self::PAGE];
        [$where, $values] = self::where($store, $lens);
        $column = $sort === 'impressions' ? 'impressions' : 'clicks';
        if ($after !== null && preg_match('/^(\d+)_(\d+)$/', $after, $found) === 1) {
            $where .= " AND (s.$column < ? OR (s.$column = ? AND s.query_id < ?))";
            array_push($values, (int) $found[1], (int) $found[1], (int) $found[2]);
        }
        $rows = Rows::all(
            "SELECT r.*, q.text, w.difficulty, w.volume FROM (SELECT s.* FROM weigh_query_sums s WHERE $where
                ORDER BY s.$column DESC, s.query_id DESC LIMIT ".
                ($size + 1).
                ") r JOIN search_queries q ON q.id = r.query_id LEFT JOIN weigh_queries w ON w.store_id = r.store_id
                    AND w.query_id = r.query_id ORDER BY r.$column DESC,
                        r.query_id DESC",
            $values,
        );
        $next = null;
        if (count($rows) > $size) {
            array_pop($rows);
            $last = $rows[$size - 1];
            $next = $last->{$column}.'_'.$last->query_id;
        }

        foreach ($rows as $row) {
            $row->sums = ComparedSums::from($row, $lens->against);
        }

        return ['rows' => Records::of(QueryRow::class, $rows), 'next' => $next];
    }

    /** Queries of the whole list that page() goes through. */
    public static function count(Store $store, Lens $lens): int
    {
        [$where, $values] = self::where($store, $lens);

        return Rows::figure("SELECT COUNT(*) AS n FROM weigh_query_sums s WHERE $where", $values);
    }

    /** @return array{string, list<int>} */
    private static function where(Store $store, Lens $lens): array
    {
        $class = match ($lens->class) {
            Lens::ALL => '',
            Lens::BUT_BRAND => ' AND s.class <> 1',
            default => ' AND s.class = '.$lens->class,
        };

        return [
            "s.store_id = ? AND s.weeks = ? AND s.market_id = ?$class",
            [$store->id, $lens->weeks, $lens->market ?? Markets::of($store)->first()->id],
        ];
    }

    /** @return list<QueryPage> sums of the lens's weeks, the most seen first */
    public static function pagesOf(Store $store, int $query, Lens $lens): array
    {
        $window = NumberWindow::of($store);
        $in = $window === null ? '0' : implode(', ', Told::of($store, $window)->now($lens->weeks));
        $device = $lens->device === Lens::ALL ? '' : " AND device = {$lens->device}";

        return Records::select(
            QueryPage::class,
            "SELECT r.*, p.url, f.title, m.best_page IS NOT NULL AS is_best FROM (SELECT page_id,
                    SUM(clicks) AS clicks, SUM(impressions) AS impressions, SUM(position_sum) AS position_sum
                    FROM weigh_pairs FORCE INDEX (by_query) WHERE store_id = ? AND query_id = ? AND span IN ($in)$device
                        GROUP BY page_id ORDER BY SUM(impressions) DESC, page_id LIMIT 100) r JOIN pages p
                        ON p.id = r.page_id LEFT JOIN page_facts f ON f.page_id = r.page_id AND f.to_crawl = 0 LEFT
                        JOIN weigh_query_markets m ON m.store_id = ? AND m.query_id = ? AND m.best_page = r.page_id
                        ORDER BY r.impressions DESC, r.page_id",
            [$store->id, $query, $store->id, $query],
        );
    }
}

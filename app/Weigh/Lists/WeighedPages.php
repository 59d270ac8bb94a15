<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

use App\Changes\LastTouched;
use App\Inventory\Terms\PageTerms;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Web\ListPlace;
use App\Stores\Models\Store;
use App\Weigh\Numbers\ComparedSums;
use App\Weigh\Numbers\Lens;
use App\Weigh\Scoring\MainReason;
use Illuminate\Support\Facades\DB;

/**
 * Pages with the numbers of a lens beside what they could earn more, in the order of either; a screen at a time, by
 * key.
 */
final class WeighedPages
{
    public const PAGE = 50;

    /** Orders, and whether they tell what could be or what works. */
    public const SORTS = [
        'upside' => true,
        'extra_clicks' => true,
        'impressions' => true,
        'clicks' => false,
        'revenue' => false,
    ];

    /** @return array{rows: list<WeighedPage>, next: ?string} */
    public static function page(Store $store, Lens $lens, string $sort, ListPlace $place = new ListPlace()): array
    {
        [$after, $size] = [$place->after, $place->size ?? self::PAGE];
        $byNumbers = in_array($sort, ['clicks', 'impressions'], true);
        $column = isset(self::SORTS[$sort]) ? $sort : 'upside';
        // Numbers lead by the index of their lens, what could be earned by its own.
        [$from, $values] = $byNumbers
            ? [
                'weigh_sums s WHERE s.store_id = ? AND s.weeks = ? AND s.device = ? AND s.class = ?',
                [$store->id, $lens->weeks, $lens->device, $lens->class],
            ]
            : ['weigh_scores s WHERE s.store_id = ?', [$store->id]];
        [$narrows, $more] = $lens->narrows();
        $from .= $narrows;
        array_push($values, ...$more);
        if ($after !== null && preg_match('/^(\d+(?:\.\d+)?(?:e[+\-]?\d+)?)_(\d+)$/i', $after, $found) === 1) {
            $from .= " AND (s.$column < ? OR (s.$column = ? AND s.page_id < ?))";
            array_push($values, $found[1], $found[1], (int) $found[2]);
        }
        $keys = Rows::all(
            "SELECT s.page_id, s.$column AS sort_key FROM $from ORDER BY s.$column DESC, s.page_id DESC LIMIT ".
                ($size + 1),
            $values,
        );
        $next = null;
        if (count($keys) > $size) {
            array_pop($keys);
            $last = $keys[$size - 1];
            $next = $last->sort_key.'_'.$last->page_id;
        }

        return ['rows' => self::rows($store, $lens, Bulk::ids($keys, 'page_id')), 'next' => $next];
    }

    /** Pages of the whole list that page() goes through. */
    public static function count(Store $store, Lens $lens, string $sort): int
    {
        [$narrows, $more] = $lens->narrows();

        return in_array($sort, ['clicks', 'impressions'], true)
            ? Rows::figure(
                "SELECT COUNT(*) AS n FROM weigh_sums s WHERE s.store_id = ? AND s.weeks = ? AND s.device = ?
                    AND s.class = ?$narrows",
                [$store->id, $lens->weeks, $lens->device, $lens->class, ...$more],
            )
            : Rows::figure("SELECT COUNT(*) AS n FROM weigh_scores s WHERE s.store_id = ?$narrows", [
                $store->id,
                ...$more,
            ]);
    }

    /**
     * @param  list<int>  $pages
     * @return list<WeighedPage> in that order, with their numbers in the lens (0 where it sees nothing)
     */
    private static function rows(Store $store, Lens $lens, array $pages): array
    {
        if ($pages === []) {
            return [];
        }
        $list = Bulk::list($pages);
        $rows = [];
        foreach (
            Rows::all(
                "SELECT i.page_id, i.kind AS page_kind, p.url, f.title, n.clicks,
                    n.impressions,
                    n.position_sum, n.spread_milli, n.clicks_before, n.impressions_before, n.position_sum_before,
                    n.clicks_beside_before, n.impressions_beside_before, n.position_sum_beside_before,
                    n.clicks_year,
                    n.impressions_year, n.position_sum_year, n.clicks_beside_year, n.impressions_beside_year,
                    n.position_sum_beside_year, n.revenue, n.orders, s.upside, s.low, s.high, s.wording, s.lift,
                    s.reason, s.extra_clicks, s.withheld_clicks, s.click_value
            FROM page_index i JOIN pages p ON p.id = i.page_id LEFT JOIN weigh_scores s
            ON s.page_id = i.page_id LEFT
            JOIN weigh_sums n ON n.store_id = i.store_id AND n.weeks = ? AND n.device = ? AND n.class = ?
            AND n.page_id = i.page_id LEFT JOIN page_facts f ON f.page_id = i.page_id AND f.to_crawl = 0
            WHERE i.page_id IN ($list)",
                [$lens->weeks, $lens->device, $lens->class],
            ) as $row
        ) {
            $rows[$row->int('page_id')] = $row;
        }
        $touched = LastTouched::ofPages($pages);
        $leads = PageTerms::leads($pages);
        $listed = [];
        foreach (
            Rows::all(
                "SELECT p.page_id, w.name FROM weigh_worklist_pages p JOIN weigh_worklists w ON w.id = p.worklist_id
                    AND w.state = 'open' WHERE p.store_id = ? AND p.page_id IN ($list)",
                [$store->id],
            ) as $row
        ) {
            $listed[$row->int('page_id')] = $row->text('name');
        }
        foreach ($rows as $page => $row) {
            $row->sums = ComparedSums::from($row, $lens->against);
            $row->reason = MainReason::wordsOf($row->reason);
            $row->touched = $touched[$page] ?? null;
            $row->worklist = $listed[$page] ?? null;
            $row->lead = $leads[$page] ?? null;
        }

        return Records::of(
            WeighedPage::class,
            array_filter(array_map(static fn (int $page): ?Row => $rows[$page] ?? null, $pages)),
        );
    }

    /** What is weighed in a lens's market and kind. */
    public static function total(Store $store, Lens $lens): UpsideTotal
    {
        [$where, $values] = $lens->narrows('');

        return Records::sole(
            UpsideTotal::class,
            "SELECT COALESCE(SUM(upside), 0) AS upside, COALESCE(SUM(wording), 0) AS wording, COALESCE(SUM(lift),
                0) AS lift, COALESCE(SUM(extra_clicks), 0) AS extra_clicks, COALESCE(SUM(orders),
                0) AS orders, COALESCE(SUM(pages), 0) AS pages, COALESCE(SUM(earning), 0) AS earning,
                COALESCE(SUM(shown),
                0) AS shown FROM weigh_totals WHERE store_id = ?$where",
            [$store->id, ...$values],
        );
    }

    /** Adds up all scores, by market and kind; called inside a transaction. */
    public static function rebuildTotals(Store $store): void
    {
        DB::delete('DELETE FROM weigh_totals WHERE store_id = ?', [$store->id]);
        DB::insert(
            'INSERT INTO weigh_totals (store_id, market_id, kind, pages, upside, wording, lift, extra_clicks,
                orders,
                contradicting, shown, earning) SELECT ?, market_id, kind, COUNT(*), SUM(upside), SUM(wording),
                    SUM(lift),
                SUM(extra_clicks), SUM(orders), SUM(contradicts), SUM(wording * own_part), SUM(upside > 0)
                FROM weigh_scores WHERE store_id = ? GROUP BY market_id, kind',
            [$store->id, $store->id],
        );
    }
}

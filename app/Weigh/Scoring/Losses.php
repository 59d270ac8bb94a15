<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use App\Store\Bulk;
use App\Store\Models\Store;
use App\Weigh\Numbers\Lens;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Demand\ChangeParts;
use Orchard\Core\Demand\ClickCurve;
use Orchard\Core\Demand\Span;

/** Pages that lost clicks, with the loss taken apart; and one page's change query by query. */
final class Losses
{
    /** Pages that are kept of each window and comparison. */
    private const MOST = 500;

    /** Windows that are compared query by query. */
    public const WEEKS = [4, 13];

    /** Makes the list of one window and comparison anew; called inside a transaction. */
    public static function rebuild(Store $store, int $weeks, string $against): void
    {
        DB::delete('DELETE FROM weigh_losses WHERE store_id = ? AND weeks = ? AND against = ?', [$store->id, $weeks, $against]);
        $pages = DB::select("SELECT page_id, market_id, kind, clicks, CAST(clicks_$against AS SIGNED) - CAST(clicks AS SIGNED) AS lost FROM weigh_sums WHERE store_id = ? AND weeks = ? AND device = ? AND class = ? AND clicks_$against > clicks ORDER BY lost DESC, page_id LIMIT ".self::MOST, [$store->id, $weeks, Lens::ALL, Lens::ALL]);
        $rows = $curves = [];
        foreach (array_chunk($pages, 100) as $portion) {
            $changes = self::ofPages($store->id, Bulk::ids($portion, 'page_id'), $weeks, $against);
            foreach ($portion as $page) {
                $curve = $curves[(int) $page->market_id] ??= Model::of((int) $page->market_id)?->curve;
                $parts = $curve === null ? new ChangeParts : array_reduce($changes[(int) $page->page_id] ?? [], static fn (ChangeParts $sum, array $one): ChangeParts => $sum->plus(ChangeParts::ofQuery($one['before'], $one['now'], $curve)), new ChangeParts);
                $rows[] = [$store->id, $weeks, $against, (int) $page->page_id, (int) $page->market_id, (int) $page->kind, (int) $page->clicks, (int) $page->lost, $parts->demand, $parts->position, $parts->rate, $parts->came, $parts->went, -(int) $page->lost - $parts->total()];
            }
        }
        Bulk::write('weigh_losses', ['store_id', 'weeks', 'against', 'page_id', 'market_id', 'kind', 'clicks', 'lost', 'demand', 'place', 'rate', 'came', 'went', 'withheld'], $rows);
    }

    /** @return list<object> the pages of a comparison, the most lost first */
    public static function page(Store $store, Lens $lens): array
    {
        [$where, $values] = $lens->narrows('l.');

        return array_values(DB::select("SELECT l.*, p.url, f.title FROM weigh_losses l JOIN pages p ON p.id = l.page_id LEFT JOIN page_facts f ON f.page_id = l.page_id AND f.to_crawl = 0 WHERE l.store_id = ? AND l.weeks = ? AND l.against = ?$where ORDER BY l.lost DESC, l.page_id LIMIT 200", [$store->id, in_array($lens->weeks, self::WEEKS, true) ? $lens->weeks : 13, $lens->against, ...$values]));
    }

    /**
     * One page's change, query by query, the greatest first; the rest of it is withheld.
     *
     * @return list<array{query: int, before: ?array{clicks: float, impressions: float, position: float}, now: ?array{clicks: float, impressions: float, position: float}, parts: ChangeParts}>
     */
    public static function queries(int $store, int $page, int $weeks, string $against, ClickCurve $curve): array
    {
        $queries = [];
        foreach (self::ofPages($store, [$page], $weeks, $against)[$page] ?? [] as $query => $one) {
            $queries[] = ['query' => $query, ...$one, 'parts' => ChangeParts::ofQuery($one['before'], $one['now'], $curve)];
        }
        usort($queries, static fn (array $a, array $b): int => abs($b['parts']->total()) <=> abs($a['parts']->total()) ?: $a['query'] <=> $b['query']);

        return $queries;
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, array<int, array{before: ?array{clicks: float, impressions: float, position: float}, now: ?array{clicks: float, impressions: float, position: float}}>> by page and query
     */
    private static function ofPages(int $store, array $pages, int $weeks, string $against): array
    {
        [$now, $then] = [implode(', ', Span::now($weeks)), implode(', ', $against === 'year' ? Span::yearEarlier($weeks) : Span::before($weeks))];
        $changes = [];
        foreach ($pages === [] ? [] : DB::select("SELECT page_id, query_id, span IN ($now) AS is_now, SUM(clicks) AS clicks, SUM(impressions) AS impressions, SUM(position_sum) AS position_sum FROM weigh_pairs WHERE store_id = ? AND page_id IN (".Bulk::list($pages).") AND span IN ($now, $then) GROUP BY page_id, query_id, is_now", [$store]) as $row) {
            $changes[(int) $row->page_id][(int) $row->query_id] ??= ['before' => null, 'now' => null];
            $changes[(int) $row->page_id][(int) $row->query_id][$row->is_now ? 'now' : 'before'] = ['clicks' => (float) $row->clicks, 'impressions' => (float) $row->impressions, 'position' => max(1.0, (float) $row->position_sum / max(1, (int) $row->impressions) / 1000)];
        }

        return $changes;
    }
}

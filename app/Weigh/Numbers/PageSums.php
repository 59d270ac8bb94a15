<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Store\Bulk;
use App\Store\Facts\FactTable;
use App\Store\Facts\Grain;
use App\Store\Facts\NumberWindow;
use App\Store\Facts\PageWeeks;
use App\Store\Models\Store;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Demand\Span;

/**
 * Sums the facts of a portion of pages once, in every form that is looked at: by page, query, device and span of weeks; by page, window, device and class beside
 * what it is compared with; by week; by place in the results. Nothing that is looked at touches the facts then.
 *
 * Grains are kept apart: pages as a whole come from the coarsest grain that tells pages, those by device from the coarsest that tells devices, queries from
 * the coarsest that tells queries; what is withheld is the difference.
 */
final readonly class PageSums
{
    private const PAGES = 2000;

    /** Places in the results that are told apart; all beyond are one. */
    private const PLACES = 21;

    private const COUNTS = ['clicks', 'impressions', 'position_sum'];

    private const MONEY = ['orders', 'revenue'];

    private string $lastMonday;

    private string $firstDay;

    public function __construct(private Store $store, private NumberWindow $window)
    {
        $this->lastMonday = PageWeeks::weekOf($window->lastDay);
        $this->firstDay = $window->isPeriod ? $window->firstDay : (new DateTimeImmutable($this->lastMonday))->modify('-'.(7 * (Span::WEEKS - 1)).' days')->format('Y-m-d');
    }

    /**
     * Sums the next pages anew; called inside a transaction.
     *
     * @return ?int the last page that was summed; null where none is left
     */
    public function sum(int $after): ?int
    {
        $id = $this->store->id;
        $last = DB::selectOne('SELECT MAX(page_id) AS id FROM (SELECT page_id FROM page_index WHERE store_id = ? AND page_id > ? ORDER BY page_id LIMIT '.self::PAGES.') part', [$id, $after])->id;
        DB::delete('DELETE FROM weigh_pairs WHERE store_id = ? AND page_id > ? AND page_id <= ?', [$id, $after, $last ?? PHP_INT_MAX]);
        foreach (['weigh_weeks', 'weigh_places'] as $table) {
            DB::delete("DELETE FROM $table WHERE store_id = ? AND part > ?", [$id, $after]);
        }
        if ($last === null) {
            // Pages that are no more.
            foreach (Span::WINDOWS as $weeks) {
                DB::delete('DELETE s FROM weigh_sums s LEFT JOIN page_index i ON i.page_id = s.page_id WHERE s.store_id = ? AND s.weeks = ? AND i.page_id IS NULL', [$id, $weeks]);
            }

            return null;
        }
        $this->cells($after, (int) $last);
        $span = $this->span('week');
        DB::insert("INSERT INTO weigh_pairs (store_id, page_id, query_id, device, span, clicks, impressions, position_sum, square) SELECT ?, page_id, query_id, device, $span AS of_span, SUM(clicks), SUM(impressions), SUM(position_sum), SUM(square) FROM weigh_cells GROUP BY page_id, query_id, device, of_span HAVING SUM(impressions) > 0", [$id]);
        $this->weeks($after, (int) $last);
        $this->windows($after, (int) $last);

        return (int) $last;
    }

    /** Adds the portions of weeks and places up; called inside a transaction. */
    public function gatherPortions(): void
    {
        foreach (['weigh_weeks' => ['week, market_id, kind, device, class', [...self::COUNTS, ...self::MONEY]], 'weigh_places' => ['week, market_id, kind, place', ['pairs', 'clicks', 'impressions']]] as $table => [$keys, $sums]) {
            $columns = implode(', ', $sums);
            DB::delete("DELETE FROM $table WHERE store_id = ? AND part = 0", [$this->store->id]);
            DB::insert("INSERT INTO $table (store_id, part, $keys, $columns) SELECT ?, 0, $keys, ".self::totals($sums)." FROM $table WHERE store_id = ? AND part > 0 GROUP BY $keys", [$this->store->id, $this->store->id]);
            DB::delete("DELETE FROM $table WHERE store_id = ? AND part > 0", [$this->store->id]);
        }
    }

    /** The facts that tell queries, by page, query, device and week. */
    private function cells(int $after, int $last): void
    {
        $this->temporary('weigh_cells', 'page_id BIGINT UNSIGNED NOT NULL, query_id BIGINT UNSIGNED NOT NULL, device TINYINT UNSIGNED NOT NULL, week DATE NOT NULL, clicks INT UNSIGNED NOT NULL, impressions INT UNSIGNED NOT NULL, position_sum BIGINT UNSIGNED NOT NULL, square DOUBLE NOT NULL, KEY (page_id, query_id, device)');
        foreach ($this->grains(Grain::PAGE | Grain::QUERY) as $grain => $days) {
            DB::insert("INSERT INTO weigh_cells SELECT page_id, query_id, device, {$this->week()} AS of_week, SUM(clicks), SUM(impressions), SUM(position_sum), SUM(position_sum * (position_sum / NULLIF(impressions, 0)) / 1e6) FROM search_rows WHERE store_id = ? AND grain = ? AND page_id > ? AND page_id <= ? AND $days AND type = 0 AND query_id > 0 GROUP BY page_id, query_id, device, of_week HAVING SUM(impressions) > 0", [$this->store->id, $grain, $after, $last]);
        }
    }

    private function weeks(int $after, int $last): void
    {
        $id = $this->store->id;
        $portion = $after + 1;
        if (! $this->window->isPeriod) {
            DB::insert('INSERT INTO weigh_weeks (store_id, part, week, market_id, kind, device, class, clicks, impressions, position_sum) SELECT ?, ?, c.week, i.market_id, i.kind, c.device, q.class, SUM(c.clicks), SUM(c.impressions), SUM(c.position_sum) FROM weigh_cells c JOIN weigh_queries q ON q.store_id = ? AND q.query_id = c.query_id JOIN page_index i ON i.store_id = ? AND i.page_id = c.page_id GROUP BY c.week, i.market_id, i.kind, c.device, q.class', [$id, $portion, $id, $id]);
            DB::insert('INSERT INTO weigh_weeks (store_id, part, week, market_id, kind, device, class, clicks, impressions, position_sum, orders, revenue) SELECT ?, ?, w.week, i.market_id, i.kind, '.Lens::ALL.', '.Lens::ALL.', SUM(w.clicks), SUM(w.impressions), SUM(w.position_sum), SUM(w.orders), SUM(w.revenue) FROM page_weeks w JOIN page_index i ON i.store_id = w.store_id AND i.page_id = w.page_id WHERE w.store_id = ? AND w.page_id > ? AND w.page_id <= ? AND w.week BETWEEN ? AND ? GROUP BY w.week, i.market_id, i.kind', [$id, $portion, $id, $after, $last, $this->firstDay, $this->lastMonday]);
        }
        DB::insert('INSERT INTO weigh_places (store_id, part, week, market_id, kind, place, pairs, clicks, impressions) SELECT ?, ?, c.week, i.market_id, i.kind, LEAST('.self::PLACES.', GREATEST(1, ROUND(c.position_sum / c.impressions / 1000))) AS place, COUNT(*), SUM(c.clicks), SUM(c.impressions) FROM weigh_cells c JOIN page_index i ON i.store_id = ? AND i.page_id = c.page_id WHERE c.position_sum > 0 AND c.week >= ? GROUP BY c.week, i.market_id, i.kind, place', [$id, $portion, $id, $this->window->firstDay]);
    }

    private function windows(int $after, int $last): void
    {
        $id = $this->store->id;
        $this->temporary('weigh_base', 'page_id BIGINT UNSIGNED NOT NULL, device TINYINT UNSIGNED NOT NULL, class TINYINT UNSIGNED NOT NULL, span TINYINT UNSIGNED NOT NULL, clicks INT UNSIGNED NOT NULL, impressions INT UNSIGNED NOT NULL, position_sum BIGINT UNSIGNED NOT NULL, square DOUBLE NOT NULL, orders INT UNSIGNED NOT NULL DEFAULT 0, revenue DECIMAL(14,2) NOT NULL DEFAULT 0');
        $this->temporary('weigh_lenses', 'base_device TINYINT UNSIGNED NOT NULL, base_class TINYINT UNSIGNED NOT NULL, device TINYINT UNSIGNED NOT NULL, class TINYINT UNSIGNED NOT NULL, KEY (base_device, base_class)');
        Bulk::write('weigh_lenses', ['base_device', 'base_class', 'device', 'class'], self::lenses());
        DB::insert('INSERT INTO weigh_base (page_id, device, class, span, clicks, impressions, position_sum, square) SELECT p.page_id, p.device, q.class, p.span, SUM(p.clicks), SUM(p.impressions), SUM(p.position_sum), SUM(p.square) FROM weigh_pairs p JOIN weigh_queries q ON q.store_id = p.store_id AND q.query_id = p.query_id WHERE p.store_id = ? AND p.page_id > ? AND p.page_id <= ? GROUP BY p.page_id, p.device, q.class, p.span', [$id, $after, $last]);
        if ($this->window->isPeriod) {
            DB::insert('INSERT INTO weigh_base SELECT page_id, '.Lens::ALL.', '.Lens::TOTAL.', 0, clicks, impressions, position_milli * impressions, 0, orders, revenue FROM page_index WHERE store_id = ? AND page_id > ? AND page_id <= ?', [$id, $after, $last]);
        } else {
            $span = $this->span('week');
            DB::insert('INSERT INTO weigh_base SELECT page_id, '.Lens::ALL.', '.Lens::TOTAL.", $span AS of_span, SUM(clicks), SUM(impressions), SUM(position_sum), 0, SUM(orders), SUM(revenue) FROM page_weeks WHERE store_id = ? AND page_id > ? AND page_id <= ? AND week BETWEEN ? AND ? GROUP BY page_id, of_span", [$id, $after, $last, $this->firstDay, $this->lastMonday]);
        }
        $this->seasons($after, $last);
        $span = $this->span($this->week());
        foreach ($this->grains(Grain::PAGE | Grain::DEVICE) as $grain => $days) {
            DB::insert('INSERT INTO weigh_base (page_id, device, class, span, clicks, impressions, position_sum, square) SELECT page_id, device, '.Lens::TOTAL_BY_DEVICE.", $span AS of_span, SUM(clicks), SUM(impressions), SUM(position_sum), SUM(position_sum * (position_sum / NULLIF(impressions, 0)) / 1e6) FROM search_rows WHERE store_id = ? AND grain = ? AND page_id > ? AND page_id <= ? AND $days AND type = 0 GROUP BY page_id, device, of_span", [$id, $grain, $after, $last]);
        }
        foreach ($this->window->isPeriod ? [13] : Span::WINDOWS as $weeks) {
            DB::delete('DELETE s FROM page_index i JOIN weigh_sums s ON s.page_id = i.page_id AND s.weeks = ? WHERE i.store_id = ? AND i.page_id > ? AND i.page_id <= ?', [$weeks, $id, $after, $last]);
            $parts = ['' => $this->window->isPeriod ? [0] : Span::now($weeks), '_before' => $this->window->isPeriod ? [] : Span::before($weeks), '_year' => $this->window->isPeriod ? [] : Span::yearEarlier($weeks)];
            $columns = $sums = [];
            foreach ($parts as $end => $spans) {
                foreach ([...self::COUNTS, ...self::MONEY] as $column) {
                    $columns[] = $column.$end;
                    $sums[] = $spans === [] ? '0' : 'SUM(IF(b.span IN ('.implode(', ', $spans)."), b.$column, 0))";
                }
            }
            $now = 'b.span IN ('.implode(', ', $parts['']).')';
            // Variance of the position over impressions: the mean of squares less the square of the mean.
            $told = "NULLIF(SUM(IF($now AND b.square > 0, b.impressions, 0)), 0)";
            $spread = "COALESCE(ROUND(1000 * SQRT(GREATEST(0, SUM(IF($now, b.square, 0)) / $told - POW(SUM(IF($now AND b.square > 0, b.position_sum, 0)) / $told / 1000, 2)))), 0)";
            DB::insert('INSERT INTO weigh_sums (store_id, weeks, device, class, page_id, kind, market_id, spread_milli, '.implode(', ', $columns).") SELECT ?, ?, l.device, l.class, b.page_id, MAX(i.kind), MAX(i.market_id), $spread, ".implode(', ', $sums).' FROM weigh_base b JOIN weigh_lenses l ON l.base_device = b.device AND l.base_class = b.class JOIN page_index i ON i.store_id = ? AND i.page_id = b.page_id WHERE b.span IN ('.implode(', ', array_unique(array_merge(...array_values($parts)))).') GROUP BY l.device, l.class, b.page_id HAVING SUM(b.impressions) > 0 OR SUM(b.orders) > 0 ORDER BY l.device, l.class, b.page_id', [$id, $weeks, $id]);
            // Of a page as a whole the spread is that of its queries: its own position is a mean already.
            DB::update('UPDATE weigh_sums s JOIN (SELECT page_id, SUM(impressions) AS impressions, SUM(position_sum) AS position_sum, SUM(square) AS square FROM weigh_pairs WHERE store_id = ? AND page_id > ? AND page_id <= ? AND span IN ('.implode(', ', $parts['']).') AND position_sum > 0 GROUP BY page_id) p ON p.page_id = s.page_id SET s.spread_milli = ROUND(1000 * SQRT(GREATEST(0, p.square / p.impressions - POW(p.position_sum / p.impressions / 1000, 2)))) WHERE s.store_id = ? AND s.weeks = ? AND s.device = '.Lens::ALL.' AND s.class = '.Lens::ALL, [$id, $after, $last, $id, $weeks]);
        }
    }

    /** What the same weeks a year earlier, and those that followed them, were seen. */
    private function seasons(int $after, int $last): void
    {
        DB::delete('DELETE FROM weigh_seasons WHERE store_id = ? AND page_id > ? AND page_id <= ?', [$this->store->id, $after, $last]);
        $in = static fn (array $spans): string => 'SUM(IF(span IN ('.implode(', ', $spans).'), impressions, 0))';
        $this->window->isPeriod || DB::insert("INSERT INTO weigh_seasons (store_id, page_id, base, ahead_4, ahead_13, ahead_26) SELECT ?, page_id, {$in(Span::yearEarlier(13))}, {$in(Span::ahead(4))}, {$in(Span::ahead(13))}, {$in(Span::ahead(26))} FROM weigh_base WHERE class = ".Lens::TOTAL.' GROUP BY page_id', [$this->store->id]);
    }

    /** @return list<list<int>> which sums are part of which lens: device and class of the sum, device and class of the lens */
    private static function lenses(): array
    {
        $rows = [[Lens::ALL, Lens::TOTAL, Lens::ALL, Lens::ALL]];
        for ($device = 0; $device <= 3; $device++) {
            $seen = $device === 0 ? [Lens::ALL] : [Lens::ALL, $device];
            $device > 0 && $rows[] = [$device, Lens::TOTAL_BY_DEVICE, $device, Lens::ALL];
            for ($class = 0; $class <= 3; $class++) {
                foreach ($seen as $as) {
                    $rows[] = [$device, $class, $as, $class];
                    $class !== 1 && $rows[] = [$device, $class, $as, Lens::BUT_BRAND];
                }
            }
        }

        return $rows;
    }

    private function temporary(string $table, string $columns): void
    {
        DB::statement("CREATE TEMPORARY TABLE IF NOT EXISTS $table ($columns)");
        DB::delete("DELETE FROM $table");
    }

    /** The span of a week, as SQL. */
    private function span(string $week): string
    {
        return $this->window->isPeriod ? '0' : "INTERVAL(FLOOR(DATEDIFF('{$this->lastMonday}', $week) / 7), ".implode(', ', array_slice(Span::CUTS, 1)).')';
    }

    /** The Monday of a row's week, as SQL; of a period's rows its first day. */
    private function week(): string
    {
        return $this->window->isPeriod ? "DATE('{$this->window->firstDay}')" : 'DATE_SUB(day, INTERVAL WEEKDAY(day) DAY)';
    }

    /** @param  list<string>  $columns */
    private static function totals(array $columns): string
    {
        return implode(', ', array_map(static fn (string $column): string => "SUM($column)", $columns));
    }

    /** @return array<int, string> condition on the days, by the grain that holds on them */
    private function grains(int $asked): array
    {
        if ($this->window->isPeriod) {
            $days = (int) (new DateTimeImmutable($this->window->firstDay))->diff(new DateTimeImmutable($this->window->lastDay))->days + 1;
            $known = Bulk::ids(DB::select("SELECT grain FROM fact_days WHERE store_id = ? AND facts = ? AND day = ? AND days = ? AND state = 'owns'", [$this->store->id, FactTable::Search->value, $this->window->firstDay, $days]), 'grain');
            $grain = Grain::coarsest($known, $asked);

            return $grain === null ? [] : [$grain => "day = '{$this->window->firstDay}' AND days = $days"];
        }
        $conditions = [];
        $byGrain = (new PageWeeks($this->store->id))->grainsByDay(FactTable::Search, $this->firstDay, $this->window->lastDay, $asked);
        foreach ($byGrain as $grain => $days) {
            $conditions[$grain] = "day BETWEEN '{$days[0]}' AND '{$days[count($days) - 1]}' AND days = 1".(count($byGrain) === 1 ? '' : ' AND day IN ('.PageWeeks::list($days).')');
        }

        return $conditions;
    }
}

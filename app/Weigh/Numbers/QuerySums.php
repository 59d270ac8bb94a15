<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Store\Bulk;
use App\Store\Facts\NumberWindow;
use App\Store\Markets;
use App\Store\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Demand\QueryClassifier;
use Orchard\Core\Demand\Span;

/** What is kept by query: its class, the store's best placed page for it, how many pages stand for it, and its sums by window and market. */
final readonly class QuerySums
{
    private const QUERIES = 5000;

    /** Impressions from which a page counts as one that stands for a query, and the part of the query's own. */
    private const STANDS = 10;

    private const STANDS_PART = 0.1;

    public function __construct(private Store $store, private NumberWindow $window)
    {
    }

    /**
     * Tells the classes of the store's next queries, and what keyword files say of them; called inside a transaction.
     *
     * @return ?int the last query; null where none is left
     */
    public function classify(int $after, QueryClassifier $classifier): ?int
    {
        $rows = DB::select('SELECT id, text FROM search_queries WHERE store_id = ? AND id > ? ORDER BY id LIMIT '.self::QUERIES, [$this->store->id, $after]);
        if ($rows === []) {
            return null;
        }
        $last = (int) $rows[count($rows) - 1]->id;
        Bulk::write('weigh_queries', ['store_id', 'query_id', 'class'], array_map(fn (object $row): array => [$this->store->id, (int) $row->id, $classifier->classOf((string) $row->text)->value], $rows), 'INSERT', 'ON DUPLICATE KEY UPDATE class = VALUES(class), difficulty = NULL, volume = NULL');
        DB::update('UPDATE weigh_queries w JOIN search_queries q ON q.id = w.query_id JOIN keyword_rows k ON k.store_id = w.store_id AND k.phrase = q.text AND k.is_current = 1 SET w.difficulty = COALESCE(k.difficulty, w.difficulty), w.volume = COALESCE(k.volume, w.volume) WHERE w.store_id = ? AND w.query_id > ? AND w.query_id <= ?', [$this->store->id, $after, $last]);

        return $last;
    }

    public function classifier(): QueryClassifier
    {
        $brands = $this->store->options()->brandTerms;
        foreach (Markets::of($this->store)->all() as $market) {
            $brands[] = $market->brand;
        }
        $brands[] = $this->store->name;

        return new QueryClassifier(array_values(array_unique(array_filter($brands))), array_values(array_map(static fn (object $row): string => (string) $row->maker, DB::select("SELECT DISTINCT maker FROM page_products WHERE store_id = ? AND maker <> '' LIMIT 5000", [$this->store->id]))));
    }

    /**
     * Sums the next queries, finds the best placed page of each (of those seen ten times or more the one with the best position) and how many stand for it;
     * called inside a transaction.
     *
     * @return ?int the last query; null where none is left
     */
    public function sum(int $after): ?int
    {
        $id = $this->store->id;
        $last = DB::selectOne('SELECT MAX(query_id) AS id FROM (SELECT query_id FROM weigh_queries WHERE store_id = ? AND query_id > ? ORDER BY query_id LIMIT '.self::QUERIES.') part', [$id, $after])->id;
        if ($last === null) {
            return null;
        }
        $between = [$id, $after, (int) $last];
        $now = implode(', ', $this->window->isPeriod ? [0] : Span::now(13));
        DB::update('UPDATE weigh_queries w LEFT JOIN (
                SELECT query_id, MAX(IF(nth = 1, page_id, 0)) AS best_page, LEAST(255, SUM(impressions >= '.self::STANDS.' AND impressions >= '.self::STANDS_PART.' * of AND position <= 20)) AS rivals, MAX(of) AS impressions FROM (
                    SELECT query_id, page_id, SUM(impressions) AS impressions, SUM(position_sum) / SUM(impressions) / 1000 AS position, SUM(SUM(impressions)) OVER (PARTITION BY query_id) AS of,
                        ROW_NUMBER() OVER (PARTITION BY query_id ORDER BY SUM(impressions) >= '.self::STANDS." DESC, SUM(position_sum) / SUM(impressions), page_id) AS nth
                    FROM weigh_pairs FORCE INDEX (by_query) WHERE store_id = ? AND query_id > ? AND query_id <= ? AND span IN ($now) AND position_sum > 0 GROUP BY query_id, page_id) ranked
                GROUP BY query_id) r ON r.query_id = w.query_id SET w.best_page = COALESCE(r.best_page, 0), w.rivals = COALESCE(r.rivals, 0), w.impressions = COALESCE(r.impressions, 0) WHERE w.store_id = ? AND w.query_id > ? AND w.query_id <= ?", [...$between, ...$between]);
        foreach ($this->window->isPeriod ? [13] : Span::WINDOWS as $weeks) {
            DB::delete('DELETE FROM weigh_query_sums WHERE store_id = ? AND weeks = ? AND query_id > ? AND query_id <= ?', [$id, $weeks, $after, (int) $last]);
            $parts = ['' => $this->window->isPeriod ? [0] : Span::now($weeks), '_before' => $this->window->isPeriod ? [] : Span::before($weeks), '_year' => $this->window->isPeriod ? [] : Span::yearEarlier($weeks)];
            $columns = $sums = [];
            foreach ($parts as $end => $spans) {
                foreach (['clicks', 'impressions', 'position_sum'] as $column) {
                    $columns[] = $column.$end;
                    $sums[] = $spans === [] ? '0' : 'SUM(IF(p.span IN ('.implode(', ', $spans)."), p.$column, 0))";
                }
            }
            $in = 'p.span IN ('.implode(', ', $parts['']).')';
            $told = "NULLIF(SUM(IF($in AND p.position_sum > 0, p.impressions, 0)), 0)";
            DB::insert('INSERT INTO weigh_query_sums (store_id, weeks, market_id, query_id, class, pages, spread_milli, '.implode(', ', $columns).") SELECT ?, ?, i.market_id, p.query_id, MAX(q.class), COUNT(DISTINCT IF($in, p.page_id, NULL)), COALESCE(ROUND(1000 * SQRT(GREATEST(0, SUM(IF($in, p.square, 0)) / $told - POW(SUM(IF($in, p.position_sum, 0)) / $told / 1000, 2)))), 0), ".implode(', ', $sums).'
                FROM weigh_pairs p FORCE INDEX (by_query) JOIN weigh_queries q ON q.store_id = p.store_id AND q.query_id = p.query_id JOIN page_index i ON i.store_id = p.store_id AND i.page_id = p.page_id WHERE p.store_id = ? AND p.query_id > ? AND p.query_id <= ? AND p.span IN ('.implode(', ', array_unique(array_merge(...array_values($parts)))).') GROUP BY p.query_id, i.market_id', [$id, $weeks, ...$between]);
        }

        return (int) $last;
    }
}

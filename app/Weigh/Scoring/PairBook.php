<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use App\Store\Bulk;
use App\Store\Facts\FactTable;
use App\Store\Facts\Grain;
use App\Store\Facts\NumberWindow;
use App\Store\Facts\PageWeeks;
use App\Store\Markets;
use App\Store\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Demand\QueryClassifier;

/** What each page earned for each query in the window, summed once, so that nothing that is looked at touches the facts. */
final readonly class PairBook
{
    private const PAGES = 2000;

    private const QUERIES = 5000;

    public function __construct(private Store $store, private NumberWindow $window)
    {
    }

    /**
     * Sums the pairs of the next pages anew; called inside a transaction.
     *
     * @return ?int the last page that was summed; null where none is left
     */
    public function sum(int $after): ?int
    {
        $last = DB::selectOne('SELECT MAX(page_id) AS id FROM (SELECT page_id FROM page_index WHERE store_id = ? AND page_id > ? ORDER BY page_id LIMIT '.self::PAGES.') chunk', [$this->store->id, $after])->id;
        DB::delete('DELETE FROM weigh_pairs WHERE store_id = ? AND page_id > ? AND page_id <= ?', [$this->store->id, $after, $last ?? PHP_INT_MAX]);
        if ($last === null) {
            return null;
        }
        foreach ($this->grains() as $grain => $days) {
            DB::insert("INSERT INTO weigh_pairs (store_id, page_id, query_id, device, clicks, impressions, position_sum) SELECT store_id, page_id, query_id, device, SUM(clicks), SUM(impressions), SUM(position_sum) FROM search_rows WHERE store_id = ? AND grain = ? AND page_id > ? AND page_id <= ? AND $days AND type = 0 AND query_id > 0 GROUP BY store_id, page_id, query_id, device HAVING SUM(impressions) > 0
                ON DUPLICATE KEY UPDATE clicks = weigh_pairs.clicks + VALUES(clicks), impressions = weigh_pairs.impressions + VALUES(impressions), position_sum = weigh_pairs.position_sum + VALUES(position_sum)", [$this->store->id, $grain, $after, $last]);
        }

        return (int) $last;
    }

    /** Finds for each query the store's best placed page: of those seen ten times or more the one with the best position; called inside a transaction. */
    public function findBest(): void
    {
        DB::delete('DELETE FROM weigh_queries WHERE store_id = ?', [$this->store->id]);
        DB::insert('INSERT INTO weigh_queries (store_id, query_id, best_page) SELECT ?, query_id, page_id FROM (
            SELECT query_id, page_id, ROW_NUMBER() OVER (PARTITION BY query_id ORDER BY SUM(impressions) >= 10 DESC, SUM(position_sum) / SUM(impressions), page_id) AS place FROM weigh_pairs WHERE store_id = ? GROUP BY query_id, page_id) ranked WHERE place = 1', [$this->store->id, $this->store->id]);
    }

    /**
     * Tells the classes of the next queries, and what keyword files say of their difficulty; called inside a transaction.
     *
     * @return ?int the last query; null where none is left
     */
    public function classify(int $after, QueryClassifier $classifier): ?int
    {
        $rows = DB::select('SELECT w.query_id, q.text FROM weigh_queries w JOIN search_queries q ON q.id = w.query_id WHERE w.store_id = ? AND w.query_id > ? ORDER BY w.query_id LIMIT '.self::QUERIES, [$this->store->id, $after]);
        if ($rows === []) {
            return null;
        }
        $byClass = [];
        foreach ($rows as $row) {
            $byClass[$classifier->classOf((string) $row->text)->value][] = (int) $row->query_id;
        }
        foreach ($byClass as $class => $ids) {
            $class === 0 || DB::update('UPDATE weigh_queries SET class = ? WHERE store_id = ? AND query_id IN ('.Bulk::list($ids).')', [$class, $this->store->id]);
        }
        DB::update('UPDATE weigh_queries w JOIN search_queries q ON q.id = w.query_id JOIN keyword_rows k ON k.store_id = w.store_id AND k.phrase = q.text AND k.is_current = 1 AND k.difficulty IS NOT NULL SET w.difficulty = k.difficulty WHERE w.store_id = ? AND w.query_id > ? AND w.query_id <= ?', [$this->store->id, $after, $rows[count($rows) - 1]->query_id]);

        return (int) $rows[count($rows) - 1]->query_id;
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

    /** @return array<int, string> condition on the days, by the grain that holds on them */
    private function grains(): array
    {
        if ($this->window->isPeriod) {
            $days = (int) (new \DateTimeImmutable($this->window->firstDay))->diff(new \DateTimeImmutable($this->window->lastDay))->days + 1;
            $known = Bulk::ids(DB::select("SELECT grain FROM fact_days WHERE store_id = ? AND facts = ? AND day = ? AND days = ? AND state = 'owns'", [$this->store->id, FactTable::Search->value, $this->window->firstDay, $days]), 'grain');
            $grain = Grain::coarsest($known, Grain::PAGE | Grain::QUERY);

            return $grain === null ? [] : [$grain => "day = '{$this->window->firstDay}' AND days = $days"];
        }
        $conditions = [];
        foreach ((new PageWeeks($this->store->id))->grainsByDay(FactTable::Search, $this->window->firstDay, $this->window->lastDay, Grain::PAGE | Grain::QUERY) as $grain => $days) {
            $conditions[$grain] = "day BETWEEN '{$days[0]}' AND '{$days[count($days) - 1]}' AND day IN (".PageWeeks::list($days).') AND days = 1';
        }

        return $conditions;
    }
}

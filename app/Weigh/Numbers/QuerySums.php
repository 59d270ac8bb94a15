<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Facts\NumberWindow;
use App\Facts\ToldWeeks;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Demand\QueryClassifier;

/**
 * What is kept by query: its class; and by market the best placed page for it, how many pages stand for it, and its
 * sums by window.
 */
final class QuerySums
{
    private const QUERIES = 5000;

    private ?QueryClassifier $classifier = null;

    private ?ToldWeeks $told = null;

    public function __construct(private readonly Store $store, private readonly NumberWindow $window)
    {
    }

    /**
     * Tells the classes of the store's next queries, and what keyword files say of them; called inside a transaction.
     *
     * @return ?int the last query; null where none is left
     */
    public function classify(int $after): ?int
    {
        $classifier = $this->classifier();
        $rows = Rows::all(
            'SELECT id, text FROM search_queries WHERE store_id = ? AND id > ? ORDER BY id LIMIT '.self::QUERIES,
            [$this->store->id, $after],
        );
        if ($rows === []) {
            return null;
        }
        $last = $rows[count($rows) - 1]->int('id');
        Bulk::upsert(
            'weigh_queries',
            ['store_id', 'query_id', 'class'],
            array_map(
                fn (Row $row): array => [
                    $this->store->id,
                    $row->int('id'),
                    $classifier->classOf($row->text('text'))->value,
                ],
                $rows,
            ),
            'class = VALUES(class), difficulty = NULL, volume = NULL',
        );
        DB::update(
            'UPDATE weigh_queries w JOIN search_queries q ON q.id = w.query_id JOIN keyword_rows k
                ON k.store_id = w.store_id AND k.phrase = q.text AND k.is_current = 1
                SET w.difficulty = COALESCE(k.difficulty, w.difficulty), w.volume = COALESCE(k.volume, w.volume)
                WHERE w.store_id = ? AND w.query_id > ? AND w.query_id <= ?',
            [$this->store->id, $after, $last],
        );

        return $last;
    }

    public function classifier(): QueryClassifier
    {
        if ($this->classifier !== null) {
            return $this->classifier;
        }
        $brands = $this->store->options()->brandTerms;
        foreach (Markets::of($this->store)->all() as $market) {
            $brands[] = $market->brand;
        }
        $brands[] = $this->store->name;

        return $this->classifier = new QueryClassifier(
            array_values(array_unique(array_filter($brands))),
            array_values(
                array_map(
                    static fn (Row $row): string => $row->text('maker'),
                    Rows::all(
                        "SELECT DISTINCT maker FROM page_products WHERE store_id = ? AND maker <> '' LIMIT 5000",
                        [$this->store->id],
                    ),
                ),
            ),
        );
    }

    /** Reads and adds up the next queries; outside of any transaction. Null where none is left. */
    public function read(int $after): ?SummedQueries
    {
        $id = $this->store->id;
        $last = Rows::sole(
            'SELECT MAX(query_id) AS id FROM (SELECT query_id FROM weigh_queries WHERE store_id = ? AND query_id > ?
                ORDER BY query_id LIMIT '.
                self::QUERIES.
                ') part',
            [$id, $after],
        )->id;
        if ($last === null) {
            return null;
        }
        $summed = new SummedQueries(
            $after,
            (int) $last,
            $this->window,
            ($this->told ??= Told::of($this->store, $this->window)),
        );
        // With several markets each pair goes to that of its page.
        [$market, $join] =
            count(Markets::of($this->store)->all()) === 1
                ? [(string) Markets::of($this->store)->first()->id, '']
                : ['i.market_id', 'JOIN page_index i ON i.store_id = p.store_id AND i.page_id = p.page_id'];
        foreach (
            Stream::rows(
                "SELECT p.query_id, p.page_id, $market, p.span, p.clicks, p.impressions, p.position_sum, p.square
                    FROM weigh_pairs p FORCE INDEX (by_query) $join WHERE p.store_id = $id AND p.query_id > $after
                        AND p.query_id <= $last ORDER BY p.query_id, p.page_id",
            ) as $row
        ) {
            /** @var array{int, int, int, int, int, int, int, float} $row */
            $summed->add($row);
        }

        return $summed;
    }

    /** Puts what was read in place of what was there; called inside a transaction. */
    public function write(SummedQueries $summed): void
    {
        $id = $this->store->id;
        foreach (SumColumns::windows($this->window) as $weeks) {
            DB::delete(
                'DELETE FROM weigh_query_sums WHERE store_id = ? AND weeks = ? AND query_id > ? AND query_id <= ?',
                [$id, $weeks, $summed->after, $summed->last],
            );
        }
        DB::delete('DELETE FROM weigh_query_markets WHERE store_id = ? AND query_id > ? AND query_id <= ?', [
            $id,
            $summed->after,
            $summed->last,
        ]);
        $known = [];
        foreach (
            Rows::all(
                'SELECT query_id, class, difficulty FROM weigh_queries WHERE store_id = ? AND query_id > ?
                    AND query_id <= ? AND (class > 0 OR difficulty IS NOT NULL)',
                [$id, $summed->after, $summed->last],
            ) as $row
        ) {
            $known[$row->int('query_id')] = [$row->int('class'), $row->textOrNull('difficulty')];
        }
        Bulk::write(
            'weigh_query_markets',
            ['store_id', 'market_id', 'query_id', 'best_page', 'rivals', 'impressions', 'class', 'difficulty'],
            $summed->best($id, $known),
        );
        $columns = array_merge(
            ...array_map(
                static fn (string $end): array => ["clicks$end", "impressions$end", "position_sum$end"],
                SumColumns::ENDS,
            ),
        );
        Bulk::write(
            'weigh_query_sums',
            ['store_id', 'weeks', 'market_id', 'query_id', 'class', 'pages', 'spread_milli', ...$columns],
            $summed->sums($id, $known),
        );
    }
}

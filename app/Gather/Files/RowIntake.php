<?php

declare(strict_types=1);

namespace App\Gather\Files;

use App\Facts\QueryBook;
use App\Inventory\PageAddress;
use App\Inventory\PageBook;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Tabular\CellProblem;
use Orchard\Core\Tabular\RowReader;
use Orchard\Core\Url\PageUrl;

/**
 * Turns rows of a file into lines of StagedRows: ids for pages and queries, whole numbers, nothing that contradicts
 * itself.
 */
final class RowIntake
{
    private readonly PageAddress $addresses;

    private readonly PageBook $pages;

    private readonly QueryBook $queries;

    private readonly string $today;

    /** Days that each row stands for, as it stands in a line. */
    private readonly string $length;

    /** @var array<string, string> page id by URL, as it stands in a line */
    private array $pageIds = [];

    /** @var array<string, string> lines that are ready, by month */
    private array $lines = [];

    /** @var array<string, int> rows that are ready, by day */
    private array $days = [];

    private int $ready = 0;

    /**
     * @var list<array{line: int, cells: list<string>, url: ?string, product: ?string, query: ?string, day: string,
     *     rest: string}> rows whose page or query has to be looked up
     */
    private array $waiting = [];

    /** @var list<array{line: int, cells: list<string>, problem: CellProblem}> */
    private array $aside = [];

    public function __construct(
        private readonly Store $store,
        private readonly FileSort $sort,
        private readonly RowReader $reader,
        private readonly string $day,
        int $days,
    ) {
        $this->length = str_pad((string) $days, StagedRows::DAYS_WIDTH, '0', STR_PAD_LEFT);
        $this->addresses = new PageAddress($store);
        $this->pages = new PageBook($store);
        $this->queries = new QueryBook($store->id);
        $this->today = $store->today();
    }

    /** @param  list<string>  $cells */
    public function add(int $line, array $cells): void
    {
        $problem = $this->take($line, $cells);
        if ($problem !== null) {
            $this->aside[] = ['line' => $line, 'cells' => $cells, 'problem' => $problem];
        }
    }

    /** @param  array<int, list<string>>  $rows  by line, that stand above the columns' names */
    public function leaveOut(array $rows): void
    {
        foreach ($rows as $line => $cells) {
            $this->aside[] = [
                'line' => $line,
                'cells' => $cells,
                'problem' => new CellProblem('Row', 'stands above the columns\' names'),
            ];
        }
    }

    /** Rows that wait to be staged. */
    public function count(): int
    {
        return $this->ready + count($this->waiting);
    }

    /**
     * @return list<array{line: int, cells: list<string>, problem: CellProblem}> rows that cannot be taken, since the
     *     last flush
     */
    public function aside(): array
    {
        return $this->aside;
    }

    /**
     * Looks up what is waiting, and gives all that has come in since the last time; called inside a transaction.
     *
     * @return array{array<string, string>, array<string, int>, list<array{line: int, cells: list<string>,
     *     problem: CellProblem}>} lines by month, rows by day, rows set aside
     */
    public function flush(): array
    {
        $queries = $this->look();
        $owned = $this->pagesOfProducts();
        foreach ($this->waiting as $row) {
            $page =
                $row['url'] !== null
                    ? $this->pageIds[$row['url']]
                    : ($row['product'] !== null
                        ? $owned[$row['product']] ?? null
                        : self::padded(0));
            if ($page === null) {
                $this->aside[] = [
                    'line' => $row['line'],
                    'cells' => $row['cells'],
                    'problem' => new CellProblem('Product number', "\"{$row['product']}\" is no product of this store"),
                ];
            } else {
                $this->put($page, $row['day'], $row['query'] === null ? 0 : $queries[$row['query']], $row['rest']);
            }
        }
        $all = [$this->lines, $this->days, $this->aside];
        $this->waiting = $this->aside = $this->lines = $this->days = [];
        $this->ready = 0;
        if (count($this->pageIds) > 400_000) {
            $this->pageIds = [];
        }

        return $all;
    }

    /**
     * Ids for the pages and queries of the rows that wait.
     *
     * @return array<string, int> of the queries, by text; the book itself may have forgotten them by now
     */
    private function look(): array
    {
        $urls = [];
        $texts = [];
        foreach ($this->waiting as ['url' => $url, 'query' => $query]) {
            if ($url !== null && ! isset($this->pageIds[$url])) {
                $urls[PageUrl::digestOf($url)] = $url;
            }
            if ($query !== null) {
                $texts[$query] = true;
            }
        }
        if ($urls !== []) {
            $ids = $this->pages->idsOf($urls);
            foreach ($ids as $digest => $id) {
                $this->pageIds[(string) $urls[$digest]] = self::padded($id);
            }
            $this->pages->known(array_values($ids), $this->sort->type()->source());
        }

        return $texts === [] ? [] : $this->queries->idsOf(array_map(strval(...), array_keys($texts)));
    }

    /** @return array<string, string> page id as it stands in a line, by product number, of the rows that wait */
    private function pagesOfProducts(): array
    {
        $products = [];
        foreach ($this->waiting as ['product' => $product]) {
            if ($product !== null) {
                $products[$product] = true;
            }
        }
        $owned = [];
        foreach (array_chunk(array_map(strval(...), array_keys($products)), 2000) as $numbers) {
            foreach (
                Rows::of(
                    DB::table('resources')
                        ->where('store_id', $this->store->id)
                        ->whereIn('external_id', $numbers)
                        ->whereNotNull('page_id')
                        ->get(['external_id', 'page_id']),
                ) as $row
            ) {
                $owned[$row->text('external_id')] = self::padded($row->int('page_id'));
            }
        }

        return $owned;
    }

    private function put(string $page, string $day, int $query, string $rest): void
    {
        $month = substr($day, 0, 7);
        $this->lines[$month] ??= '';
        $this->lines[$month] .=
            "$page\t$day\t{$this->length}".
            ($this->sort === FileSort::Search ? "\t".self::padded($query) : '').
            "\t$rest\n";
        $this->days[$day] = ($this->days[$day] ?? 0) + 1;
        $this->ready++;
    }

    private static function padded(int $id): string
    {
        return str_pad((string) $id, StagedRows::ID_WIDTH, '0', STR_PAD_LEFT);
    }

    /** @param  list<string>  $cells */
    private function take(int $line, array $cells): ?CellProblem
    {
        $values = $this->reader->read($cells);
        if ($values instanceof CellProblem) {
            return $values;
        }
        if (array_key_exists('day', $values) && $values['day'] === null) {
            return new CellProblem('Day', 'is empty');
        }
        $day = (string) ($values['day'] ?? $this->day);
        if ($day > $this->today) {
            return new CellProblem('Day', "$day lies in the future");
        }
        $url = null;
        if (array_key_exists('page', $values)) {
            $url = $values['page'] === null ? null : $this->addresses->urlOf((string) $values['page']);
            if ($url === null) {
                return new CellProblem(
                    'Page',
                    $values['page'] === null
                        ? 'is empty'
                        : '"'.mb_substr((string) $values['page'], 0, 120).'" is no page of this store',
                );
            }
        }
        $product = isset($values['product']) && $url === null ? (string) $values['product'] : null;
        $rest = $this->sort === FileSort::Search ? $this->search($values) : $this->sales($values, $url, $product);
        if ($rest instanceof CellProblem) {
            return $rest;
        }
        $query = isset($values['query']) ? (string) $values['query'] : null;
        $page = $url === null ? null : $this->pageIds[$url] ?? null;
        $queryId = $query === null ? 0 : $this->queries->knownId($query);
        if ($page !== null && $queryId !== null) {
            $this->put($page, $day, $queryId, $rest);
        } else {
            $this->waiting[] = [
                'line' => $line,
                'cells' => $product === null ? [] : $cells,
                'url' => $url,
                'product' => $product,
                'query' => $query,
                'day' => $day,
                'rest' => $rest,
            ];
        }

        return null;
    }

    /** @param  array<string, string|int|float|null>  $values */
    private function search(array $values): string|CellProblem
    {
        $clicks = (int) ($values['clicks'] ?? 0);
        $impressions = $values['impressions'] ?? null;
        $position = $values['position'] ?? null;
        if ($impressions === null) {
            return new CellProblem('Impressions', 'is empty');
        }
        $impressions = (int) $impressions;
        if ($clicks > $impressions) {
            return new CellProblem('Clicks', "$clicks clicks are more than $impressions impressions");
        }
        if ($position !== null && $impressions > 0 && ($position < 1 || $position > 1000)) {
            return new CellProblem('Position', "$position is no position; the first is 1");
        }
        if (array_key_exists('query', $values) && $values['query'] === null) {
            return new CellProblem('Query', 'is empty');
        }
        $sum = $position === null ? 0 : (int) round(1000 * (float) $position * $impressions);

        return ($values['country'] ?? '').
            "\t".
            ($values['device'] ?? 0).
            "\t".
            ($values['type'] ?? 0).
            "\t$clicks\t$impressions\t$sum";
    }

    /** @param  array<string, string|int|float|null>  $values */
    private function sales(array $values, ?string $url, ?string $product): string|CellProblem
    {
        if ($url === null && $product === null) {
            return new CellProblem('Product number', 'is empty');
        }
        foreach (['revenue' => 'Revenue', 'returned' => 'Returned'] as $key => $label) {
            if (abs((float) ($values[$key] ?? 0)) >= 1e11 || (float) ($values[$key] ?? 0) < 0) {
                return new CellProblem($label, "{$values[$key]} is below nought or beyond all reason");
            }
        }
        $money = static fn (string $key): string => number_format((float) ($values[$key] ?? 0), 2, '.', '');

        return ($values['visits'] ?? 0).
            "\t".
            ($values['orders'] ?? 0).
            "\t".
            ($values['units'] ?? 0).
            "\t{$money('revenue')}\t{$money('returned')}\t{$money('margin')}";
    }
}

<?php

declare(strict_types=1);

namespace App\Gather\Files;

use App\Store\Facts\QueryBook;
use App\Store\Models\Store;
use App\Store\Pages\PageAddress;
use App\Store\Pages\PageBook;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Tabular\CellProblem;
use Orchard\Core\Tabular\RowReader;
use Orchard\Core\Url\PageUrl;

/** Turns rows of a file into lines of the staging table: ids for pages and queries, whole numbers, nothing that contradicts itself. */
final class RowIntake
{
    private readonly PageAddress $addresses;

    private readonly PageBook $pages;

    private readonly QueryBook $queries;

    private readonly string $today;

    /** @var array<string, int> page id by URL */
    private array $pageIds = [];

    /** @var list<array{line: int, cells: list<string>, url: ?string, product: ?string, query: ?string, day: string, rest: string}> */
    private array $waiting = [];

    /** @var list<array{line: int, cells: list<string>, problem: CellProblem}> */
    private array $aside = [];

    public function __construct(private readonly Store $store, private readonly FileSort $sort, private readonly RowReader $reader, private readonly string $day, private readonly int $days)
    {
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

    /** Rows that wait to be staged. */
    public function count(): int
    {
        return count($this->waiting);
    }

    /** @return list<array{line: int, cells: list<string>, problem: CellProblem}> rows that cannot be taken, since the last flush */
    public function aside(): array
    {
        return $this->aside;
    }

    /**
     * Writes the waiting rows as lines of tabs and looks up their ids; called inside a transaction. Both lists are empty then.
     *
     * @param  resource  $file
     * @return array{int, list<array{line: int, cells: list<string>, problem: CellProblem}>} rows written, rows set aside
     */
    public function flush($file): array
    {
        $urls = [];
        $texts = [];
        $products = [];
        foreach ($this->waiting as ['url' => $url, 'product' => $product, 'query' => $query]) {
            if ($url !== null && ! isset($this->pageIds[$url])) {
                $urls[PageUrl::digestOf($url)] = $url;
            }
            if ($query !== null) {
                $texts[$query] = true;
            }
            if ($product !== null) {
                $products[$product] = true;
            }
        }
        if ($urls !== []) {
            foreach ($this->pages->idsOf($urls) as $digest => $id) {
                $this->pageIds[(string) $urls[$digest]] = $id;
            }
            $this->pages->known(array_map(fn (string $url): int => $this->pageIds[$url], array_values($urls)), $this->sort->source());
        }
        $queries = $texts === [] ? [] : $this->queries->idsOf(array_map(strval(...), array_keys($texts)));
        $owned = [];
        foreach (array_chunk(array_map(strval(...), array_keys($products)), 2000) as $numbers) {
            foreach (DB::table('resources')->where('store_id', $this->store->id)->whereIn('external_id', $numbers)->whereNotNull('page_id')->get(['external_id', 'page_id']) as $row) {
                $owned[(string) $row->external_id] = (int) $row->page_id;
            }
        }
        $lines = '';
        $written = 0;
        foreach ($this->waiting as $row) {
            $page = $row['url'] !== null ? $this->pageIds[$row['url']] : ($row['product'] !== null ? $owned[$row['product']] ?? null : 0);
            if ($page === null) {
                $this->aside[] = ['line' => $row['line'], 'cells' => $row['cells'], 'problem' => new CellProblem('Product number', "\"{$row['product']}\" is no product of this store")];

                continue;
            }
            $lines .= "$page\t{$row['day']}\t{$this->days}".($this->sort === FileSort::Search ? "\t".($row['query'] === null ? 0 : $queries[$row['query']]) : '')."\t{$row['rest']}\n";
            $written++;
        }
        fwrite($file, $lines);
        $aside = $this->aside;
        $this->waiting = $this->aside = [];
        if (count($this->pageIds) > 400_000) {
            $this->pageIds = [];
        }

        return [$written, $aside];
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
                return new CellProblem('Page', $values['page'] === null ? 'is empty' : '"'.mb_substr((string) $values['page'], 0, 120).'" is no page of this store');
            }
        }
        $product = isset($values['product']) && $url === null ? (string) $values['product'] : null;
        $rest = $this->sort === FileSort::Search ? $this->search($values) : $this->sales($values, $url, $product);
        if ($rest instanceof CellProblem) {
            return $rest;
        }
        $this->waiting[] = ['line' => $line, 'cells' => $product === null ? [] : $cells, 'url' => $url, 'product' => $product, 'query' => isset($values['query']) ? (string) $values['query'] : null, 'day' => $day, 'rest' => $rest];

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

        return ($values['country'] ?? '')."\t".($values['device'] ?? 0)."\t".($values['type'] ?? 0)."\t$clicks\t$impressions\t$sum";
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

        return ($values['visits'] ?? 0)."\t".($values['orders'] ?? 0)."\t".($values['units'] ?? 0)."\t{$money('revenue')}\t{$money('returned')}\t{$money('margin')}";
    }
}

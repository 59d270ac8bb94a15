<?php

declare(strict_types=1);

namespace App\Gather\Files;

use App\Facts\Lists\ListBook;
use App\Gather\Files\Types\ListedRow;
use App\Gather\Files\Types\ListType;
use App\Inventory\PageAddress;
use App\Inventory\PageBook;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use LogicException;
use Orchard\Core\Tabular\CellProblem;
use Orchard\Core\Tabular\RowReader;
use Orchard\Core\Url\PageUrl;

/** Turns rows of a file into rows of a list: one a thing, told apart by what names it. */
final class ListIntake
{
    private readonly PageAddress $addresses;

    private readonly PageBook $pages;

    private readonly ListType $type;

    private readonly string $today;

    /** @var list<array{name: string, url: ?string, number: ?string, values: list<int|float|string|null>}> */
    private array $waiting = [];

    /** @var list<array{line: int, cells: list<string>, problem: CellProblem}> */
    private array $aside = [];

    public function __construct(private readonly Store $store, FileSort $sort, private readonly RowReader $reader)
    {
        $this->type = $sort->list() ?? throw new LogicException("{$sort->value} rows fill no list.");
        $this->addresses = new PageAddress($store);
        $this->pages = new PageBook($store);
        $this->today = $store->today();
    }

    /** @param  list<string>  $cells */
    public function add(int $line, array $cells): void
    {
        $values = $this->reader->read($cells);
        $problem = $values instanceof CellProblem ? $values : $this->take($values);
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

    /** Rows that wait to be stored. */
    public function count(): int
    {
        return count($this->waiting);
    }

    /**
     * @return list<array{line: int, cells: list<string>, problem: CellProblem}> rows that cannot be taken, since the
     *     last store
     */
    public function aside(): array
    {
        return $this->aside;
    }

    /**
     * Stores the waiting rows; called inside a transaction. Both lists are empty then.
     *
     * @return array{int, list<array{line: int, cells: list<string>, problem: CellProblem}>} rows stored, rows set aside
     */
    public function store(int $import): array
    {
        $urls = [];
        $numbers = [];
        foreach ($this->waiting as ['url' => $url, 'number' => $number]) {
            if ($url !== null) {
                $urls[PageUrl::digestOf($url)] = $url;
            } elseif ($number !== null) {
                $numbers[$number] = true;
            }
        }
        $ids = $urls === [] ? [] : $this->pages->idsOf($urls);
        $this->pages->known(array_values($ids), $this->type->source());
        $owned = $this->pagesOf(array_map(strval(...), array_keys($numbers)));
        $table = $this->type->table();
        $rows = [];
        foreach ($this->waiting as $row) {
            $page =
                $row['url'] !== null ? $ids[PageUrl::digestOf($row['url'])] : $owned[(string) $row['number']] ?? null;
            $values = $table->tellsPages() ? [$page, ...$row['values']] : $row['values'];
            $rows[md5(mb_strtolower($row['name']), true)] = $values;
        }
        (new ListBook($this->store->id, $table))->write(
            $import,
            array_map(
                static fn (int|string $mark, array $values): array => [(string) $mark, array_values($values)],
                array_keys($rows),
                $rows,
            ),
        );
        $written = count($this->waiting);
        $aside = $this->aside;
        $this->waiting = $this->aside = [];

        return [$written, $aside];
    }

    /**
     * Pages that product numbers belong to: by the shop's own ids and attributes, else by what structured data tell.
     *
     * @param  list<string>  $numbers
     * @return array<string, int>
     */
    private function pagesOf(array $numbers): array
    {
        $owned = [];
        foreach (array_chunk($numbers, 2000) as $chunk) {
            foreach (
                Rows::of(
                    DB::table('page_products')
                        ->leftJoin('page_index', 'page_index.page_id', '=', 'page_products.page_id')
                        ->where('page_products.store_id', $this->store->id)
                        ->whereIn('number', $chunk)
                        // Of several pages the one that answers comes last, and counts.
                        ->orderByRaw('COALESCE(page_index.status, 0) = 200, page_products.page_id DESC')
                        ->get(['number', 'page_products.page_id']),
                ) as $row
            ) {
                $owned[$row->text('number')] = $row->int('page_id');
            }
            foreach (
                Rows::of(
                    DB::table('resources')
                        ->where('store_id', $this->store->id)
                        ->whereIn('external_id', $chunk)
                        ->whereNotNull('page_id')
                        ->get(['external_id', 'page_id']),
                ) as $row
            ) {
                $owned[$row->text('external_id')] = $row->int('page_id');
            }
        }

        return $owned;
    }

    /** @param  array<string, string|int|float|null>  $values */
    private function take(array $values): ?CellProblem
    {
        $url = null;
        if (isset($values['page'])) {
            $url = $this->addresses->urlOf((string) $values['page']);
            if ($url === null) {
                return new CellProblem(
                    'Page',
                    '"'.mb_substr((string) $values['page'], 0, 120).'" is no page of this store',
                );
            }
        }
        $row = new ListedRow($values, $this->addresses);
        $wrong = $this->wrong($row);
        if ($wrong !== null) {
            return $wrong;
        }
        $this->waiting[] = [
            'name' => $this->type->name($row, $url),
            'url' => $url,
            'number' => $row->has('number') ? $row->text('number', 80) : null,
            'values' => $this->type->values($row),
        ];

        return null;
    }

    private function wrong(ListedRow $row): ?CellProblem
    {
        $values = $row->cells;
        foreach ($this->type->needed($row) as $key => $label) {
            if (! isset($values[$key]) || $values[$key] === '') {
                return new CellProblem($label, 'is empty');
            }
        }
        foreach (
            [
                'price' => ['Price', 0, 1e9],
                'stock' => ['Stock', -1e6, 1e9],
                'rating' => ['Rating', 0, 5],
                'volume' => ['Volume a month', 0, 4e9],
                'difficulty' => ['Difficulty', 0, 100],
                'position' => ['Position', 1, 1000],
                'traffic' => ['Visits a month', 0, 4e9],
            ] as $key => [$label, $least, $most]
        ) {
            if (
                isset($values[$key]) &&
                is_numeric($values[$key]) &&
                ($values[$key] < $least || $values[$key] > $most)
            ) {
                return new CellProblem(
                    $label,
                    "{$values[$key]} is not between ".number_format($least).' and '.number_format($most),
                );
            }
        }
        foreach (['source' => 'Linking page', 'rival' => 'Rival’s page'] as $key => $label) {
            if (isset($values[$key]) && preg_match('~^(https?://)?[^\s/]+\.[^\s/]+~i', (string) $values[$key]) !== 1) {
                return new CellProblem($label, '"'.mb_substr((string) $values[$key], 0, 120).'" is no address');
            }
        }
        $wrong = $this->type->problem($row);
        if ($wrong !== null) {
            return $wrong;
        }

        return isset($values['day']) && $values['day'] > $this->today
            ? new CellProblem('Day', "{$values['day']} lies in the future")
            : null;
    }
}

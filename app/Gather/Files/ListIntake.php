<?php

declare(strict_types=1);

namespace App\Gather\Files;

use App\Facts\Lists\ListBook;
use App\Facts\Lists\ListTable;
use App\Inventory\PageAddress;
use App\Inventory\PageBook;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use LogicException;
use Orchard\Core\StructuredData\LifeState;
use Orchard\Core\Tabular\CellProblem;
use Orchard\Core\Tabular\RowReader;
use Orchard\Core\Url\PageUrl;

/** Turns rows of a file into rows of a list: one a thing, told apart by what names it. */
final class ListIntake
{
    private readonly PageAddress $addresses;

    private readonly PageBook $pages;

    private readonly ListTable $table;

    private readonly string $today;

    /**
     * @var list<array{line: int, cells: list<string>, name: string, url: ?string, number: ?string,
     *     values: list<int|float|string|null>}>
     */
    private array $waiting = [];

    /** @var list<array{line: int, cells: list<string>, problem: CellProblem}> */
    private array $aside = [];

    public function __construct(
        private readonly Store $store,
        private readonly FileSort $sort,
        private readonly RowReader $reader,
    ) {
        $this->table = $sort->list() ?? throw new LogicException("{$sort->value} rows fill no list.");
        $this->addresses = new PageAddress($store);
        $this->pages = new PageBook($store);
        $this->today = $store->today();
    }

    /** @param  list<string>  $cells */
    public function add(int $line, array $cells): void
    {
        $values = $this->reader->read($cells);
        $problem = $values instanceof CellProblem ? $values : $this->take($line, $cells, $values);
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
        $this->pages->known(array_values($ids), $this->sort->source());
        $owned = $this->pagesOf(array_map(strval(...), array_keys($numbers)));
        $rows = [];
        foreach ($this->waiting as $row) {
            $page =
                $row['url'] !== null ? $ids[PageUrl::digestOf($row['url'])] : $owned[(string) $row['number']] ?? null;
            $values = $this->table->tellsPages() ? [$page, ...$row['values']] : $row['values'];
            $rows[md5(mb_strtolower($row['name']), true)] = $values;
        }
        (new ListBook($this->store->id, $this->table))->write(
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
                DB::table('page_products')
                    ->leftJoin('page_index', 'page_index.page_id', '=', 'page_products.page_id')
                    ->where('page_products.store_id', $this->store->id)
                    ->whereIn('number', $chunk)
                    // Of several pages the one that answers comes last, and counts.
                    ->orderByRaw('COALESCE(page_index.status, 0) = 200, page_products.page_id DESC')
                    ->get(['number', 'page_products.page_id']) as $row
            ) {
                $owned[(string) $row->number] = (int) $row->page_id;
            }
            foreach (
                DB::table('resources')
                    ->where('store_id', $this->store->id)
                    ->whereIn('external_id', $chunk)
                    ->whereNotNull('page_id')
                    ->get(['external_id', 'page_id']) as $row
            ) {
                $owned[(string) $row->external_id] = (int) $row->page_id;
            }
        }

        return $owned;
    }

    /**
     * @param  list<string>  $cells
     * @param  array<string, string|int|float|null>  $values
     */
    private function take(int $line, array $cells, array $values): ?CellProblem
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
        $text = static fn (string $key, int $most): string => mb_substr((string) ($values[$key] ?? ''), 0, $most);
        $number = isset($values['number']) ? $text('number', 80) : null;
        $wrong = $this->wrong($values);
        if ($wrong !== null) {
            return $wrong;
        }
        [$name, $row] = match ($this->sort) {
            FileSort::Products => [
                $number ?? (string) $url,
                [
                    $number ?? '',
                    $text('name', 400),
                    self::money($values['price'] ?? null),
                    strtoupper($text('currency', 3)),
                    isset($values['stock']) ? (int) $values['stock'] : null,
                    $text('maker', 120),
                    isset($values['rating']) ? round((float) $values['rating'], 2) : null,
                    isset($values['reviews']) ? (int) $values['reviews'] : null,
                    self::lifeOf($values)->value,
                    $values['back_on'] ?? null,
                    $text('replaced_by', 80),
                    self::attributes($values, [
                        'gtin', 'mpn', 'product_type', 'color', 'material', 'size', 'pattern', 'condition',
                        'collection', 'season', 'attributes',
                    ]),
                ],
            ],
            FileSort::Keywords => [
                $text('phrase', 500)."\n".$text('country', 2),
                [
                    $text('phrase', 500),
                    $text('country', 2),
                    isset($values['volume']) ? (int) $values['volume'] : null,
                    isset($values['difficulty']) ? round((float) $values['difficulty'], 2) : null,
                    $text('topic', 120),
                    $text('holders', 190),
                ],
            ],
            FileSort::Rivals => [
                $text('phrase', 500)."\n".$text('rival', 2048),
                [
                    $text('phrase', 500),
                    $text('rival', 2048),
                    mb_substr((string) parse_url($text('rival', 2048), PHP_URL_HOST), 0, 255),
                    isset($values['position']) ? round((float) $values['position'], 2) : null,
                    isset($values['traffic']) ? (int) $values['traffic'] : null,
                ],
            ],
            FileSort::Backlinks => [
                $text('source', 2048)."\n$url\n".$text('anchor', 500),
                [
                    $text('source', 2048),
                    mb_substr((string) parse_url($text('source', 2048), PHP_URL_HOST), 0, 255),
                    $text('anchor', 500),
                    (int) ($values['followed'] ?? 1),
                    $text('placement', 60),
                ],
            ],
            FileSort::Index => [
                (string) $url,
                [
                    isset($values['listed']) ? (int) $values['listed'] : null,
                    $text('reason', 190),
                    isset($values['kept']) ? $this->addresses->urlOf($text('kept', 2048)) ?? $text('kept', 2048) : '',
                    $text('shown', 500),
                    $values['fetched'] ?? null,
                ],
            ],
            FileSort::Logs => [
                (string) $url."\n{$values['day']}\n".$text('crawler', 60)."\n".($values['status'] ?? 0),
                [
                    (string) $values['day'],
                    $text('crawler', 60),
                    (int) ($values['status'] ?? 0),
                    (int) ($values['fetches'] ?? 1),
                ],
            ],
            FileSort::Pages => [
                (string) $url,
                [
                    $text('name', 190),
                    self::attributes($values, [
                        'kind', 'collection', 'description', 'in_stock', 'noindex', 'price', 'brand', 'owner', 'note',
                        'color', 'material', 'size',
                    ]),
                ],
            ],
            default => throw new LogicException('Rows of days fill no list.'),
        };
        $this->waiting[] = [
            'line' => $line,
            'cells' => [],
            'name' => $name,
            'url' => $url,
            'number' => $number,
            'values' => $row,
        ];

        return null;
    }

    /** @param  array<string, string|int|float|null>  $values */
    private function wrong(array $values): ?CellProblem
    {
        $needed = match ($this->sort) {
            FileSort::Products => isset($values['page']) ? [] : ['number' => 'Product number'],
            FileSort::Keywords => ['phrase' => 'Phrase'],
            FileSort::Rivals => ['phrase' => 'Phrase', 'rival' => 'Rival’s page'],
            FileSort::Backlinks => ['source' => 'Linking page', 'page' => 'Our page'],
            FileSort::Logs => ['day' => 'Day', 'page' => 'Page', 'crawler' => 'Crawler'],
            default => ['page' => 'Page'],
        };
        foreach ($needed as $key => $label) {
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
        if (
            isset($values['life']) &&
            $this->sort === FileSort::Products &&
            self::lifeOf($values) === LifeState::Unknown
        ) {
            return new CellProblem(
                'State',
                '"'.
                    mb_substr((string) $values['life'], 0, 60).
                    '" is no state that is known, such as in stock, out of stock, discontinued',
            );
        }

        return isset($values['day']) && $values['day'] > $this->today
            ? new CellProblem('Day', "{$values['day']} lies in the future")
            : null;
    }

    /** @param  array<string, string|int|float|null>  $values */
    private static function lifeOf(array $values): LifeState
    {
        $replaced = ($values['replaced_by'] ?? '') !== '';

        return isset($values['life'])
            ? LifeState::fromAvailability((string) $values['life']) ?? LifeState::Unknown
            : ($replaced
                ? LifeState::Replaced
                : LifeState::Unknown);
    }

    private static function money(string|int|float|null $value): ?string
    {
        return $value === null ? null : number_format((float) $value, 2, '.', '');
    }

    /**
     * @param  array<string, string|int|float|null>  $values
     * @param  list<string>  $keys
     */
    private static function attributes(array $values, array $keys): string
    {
        $told = array_filter(
            array_intersect_key($values, array_flip($keys)),
            static fn (string|int|float|null $value): bool => $value !== null && $value !== '',
        );
        $more = json_decode((string) ($told['attributes'] ?? ''), true);
        if (is_array($more)) {
            unset($told['attributes']);
            $told += array_filter($more, is_scalar(...));
        }

        return mb_strcut(
            json_encode(
                (object) $told,
                JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR,
            ),
            0,
            60000,
        );
    }
}

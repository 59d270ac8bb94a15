<?php

declare(strict_types=1);

namespace App\Gather\Pages;

use App\Inventory\PageSource;
use App\Inventory\WordSearch;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Generator;

/** Reads the inventory's rows, a page of them at a time, by key, from the list table alone. */
final class PageList
{
    public const PAGE = 50;

    /** Folders that are told apart at once. */
    private const MOST_FOLDERS = 200;

    /** Columns that an index leads to in their order. */
    private const ORDERED = ['address', 'depth', 'links', 'words', 'clicks', 'impressions', 'revenue', 'upside'];

    /** @return array{rows: list<ListedPage>, next: ?string} */
    public function page(Store $store, PageFilter $filter): array
    {
        [$from, $where, $values] = $this->where($store, $filter);
        [$column, $isDown] = $this->order($filter);
        if (
            $filter->after !== null &&
            preg_match('/^([0-9a-f]*)\.(\d+)$/', $filter->after, $found) === 1 &&
            strlen($found[1]) % 2 === 0
        ) {
            $key = (string) hex2bin($found[1]);
            $key = $column === 'i.address' ? $key : (is_numeric($key) ? $key : '0');
            $sign = $isDown ? '<' : '>';
            $where .= " AND ($column $sign ? OR ($column = ? AND i.page_id $sign ?))";
            array_push($values, $key, $key, (int) $found[2]);
        }
        $direction = $isDown ? 'DESC' : 'ASC';
        $keys = Rows::all(
            "SELECT i.page_id, $column AS sort_key FROM $from WHERE $where ORDER BY $column $direction, i.page_id $direction
                LIMIT ".
                (self::PAGE + 1),
            $values,
        );
        $next = null;
        if (count($keys) > self::PAGE) {
            array_pop($keys);
            $last = end($keys);
            $next = bin2hex($last->text('sort_key')).'.'.$last->page_id;
        }

        return ['rows' => $this->rows(Bulk::ids($keys, 'page_id')), 'next' => $next];
    }

    /** How many pages the filter shows. */
    public function count(Store $store, PageFilter $filter): int
    {
        [$from, $where, $values] = $this->where($store, $filter);

        return Rows::figure("SELECT COUNT(*) AS n FROM $from WHERE $where", $values);
    }

    /**
     * Every page that the filter shows, in no order.
     *
     * @return Generator<list<int>> some thousands at a time
     */
    public function ids(Store $store, PageFilter $filter): Generator
    {
        [$from, $where, $values] = $this->where($store, $filter);
        $after = 0;
        while (
            $ids = Bulk::ids(
                Rows::all("SELECT i.page_id FROM $from WHERE $where AND i.page_id > ? ORDER BY i.page_id LIMIT 5000", [
                    ...$values,
                    $after,
                ]),
                'page_id',
            )
        ) {
            $after = end($ids);
            yield $ids;
        }
    }

    /**
     * @return list<array{folder: string, pages: int, indexable: int, clicks: int, impressions: int, revenue: float}>
     *     folders one level below the filter's, the largest first; a page of its own stands under its path
     */
    public function folders(Store $store, PageFilter $filter): array
    {
        [$from, $where, $values] = $this->where($store, $filter);
        $base = $filter->folder === '' ? '/' : $filter->folder;
        $start = strlen($base) + 1;
        // Up to the next slash behind what is given; nothing where there is none, for then the page stands right in it.
        $folders = [];
        foreach (
            Rows::all(
                "SELECT LEFT(i.address, LOCATE('/', i.address, $start)) AS folder, COUNT(*) AS pages,
                    SUM(i.indexable) AS indexable, SUM(i.clicks) AS clicks, SUM(i.impressions) AS impressions,
                    SUM(i.revenue) AS revenue FROM $from WHERE $where GROUP BY folder ORDER BY pages DESC LIMIT 2000",
                $values,
            ) as $row
        ) {
            // A slash in the query makes no folder.
            $folder =
                $row->text('folder') === '' || str_contains($row->text('folder'), '?') ? $base : $row->text('folder');
            $known = $folders[$folder] ?? [
                'folder' => $folder,
                'pages' => 0,
                'indexable' => 0,
                'clicks' => 0,
                'impressions' => 0,
                'revenue' => 0.0,
            ];
            foreach (['pages', 'indexable', 'clicks', 'impressions'] as $sum) {
                $known[$sum] += $row->int($sum);
            }
            $known['revenue'] += $row->number('revenue');
            $folders[$folder] = $known;
        }
        usort($folders, static fn (array $a, array $b): int => $b['pages'] <=> $a['pages']);

        return array_slice($folders, 0, self::MOST_FOLDERS);
    }

    /**
     * @return array{total: int, kinds: array<string, int>, statuses: array<int, int>, indexable: int, unreached: int,
     *     sources: array<string, int>}
     */
    public function counts(Store $store): array
    {
        $kinds = [];
        $statuses = [];
        $total = 0;
        $indexable = 0;
        $sources = [];
        foreach (
            Rows::all('SELECT kind, status, indexable, sources, pages FROM page_counts WHERE store_id = ?', [
                $store->id,
            ]) as $row
        ) {
            $n = $row->int('pages');
            $kind = PageKind::from($row->int('kind'))->key();
            $kinds[$kind] = ($kinds[$kind] ?? 0) + $n;
            $statuses[$row->int('status')] = ($statuses[$row->int('status')] ?? 0) + $n;
            $total += $n;
            $indexable += $row->indexable ? $n : 0;
            foreach (PageSource::namesOf($row->int('sources')) as $name) {
                $sources[$name] = ($sources[$name] ?? 0) + $n;
            }
        }
        ksort($statuses);

        return [
            'total' => $total,
            'kinds' => $kinds,
            'statuses' => $statuses,
            'indexable' => $indexable,
            'sources' => $sources,
            'unreached' => $total - ($sources['links'] ?? 0),
        ];
    }

    /**
     * @param  list<int>  $ids
     * @return list<ListedPage> in that order
     */
    private function rows(array $ids): array
    {
        if ($ids === []) {
            return [];
        }
        $rows = [];
        foreach (
            Rows::all(
                'SELECT i.*, p.url, f.title, f.redirect_url, f.problem, t.term AS lead_term
                    FROM page_index i JOIN pages p ON p.id = i.page_id
                    LEFT JOIN page_facts f ON f.page_id = i.page_id AND f.to_crawl = 0
                    LEFT JOIN page_terms t ON t.page_id = i.page_id AND t.place = 0
                    WHERE i.page_id IN ('.
                    Bulk::list($ids).
                    ')',
            ) as $row
        ) {
            $row->cells = PageCells::from($row);
            $rows[$row->int('page_id')] = $row;
        }

        return Records::of(
            ListedPage::class,
            array_filter(array_map(static fn (int $id): ?Row => $rows[$id] ?? null, $ids)),
        );
    }

    /** @return array{string, bool} the column that leads, and whether downwards */
    private function order(PageFilter $filter): array
    {
        $column = PageColumn::tryFrom($filter->sort);
        $isDown = ($column?->isDown() ?? false) !== $filter->isTurned;

        return [
            match (true) {
                $column === null => 'i.address',
                $column === PageColumn::Stock || $column === PageColumn::Price => "COALESCE(i.{$column->column()}, ".
                    ($isDown ? '-1' : '1e11').
                    ')',
                default => 'i.'.$column->column(),
            },
            $isDown,
        ];
    }

    /**
     * The condition for the words asked for: all of them have to begin a word of the page's title or address.
     *
     * @param  array{string, string, list<int|float|string>}  $asked  tables, conditions and their values so far
     * @return array{string, string, list<int|float|string>}
     */
    private function found(Store $store, PageFilter $filter, array $asked): array
    {
        [$from, $where, $values] = $asked;
        $search = WordSearch::of($store->id, $filter->search);
        if ($search->byIndex) {
            // From the words to the rows at once: the found pages never travel here and back.
            $from =
                'page_words w JOIN '.
                ($filter->selection === null
                    ? 'page_index i ON i.page_id = w.page_id'
                    : 'page_index i ON i.page_id = w.page_id JOIN selected_pages s ON s.page_id = i.page_id');
        } else {
            $from =
                ($from === 'page_index i' ? $from.self::path($filter) : $from).
                ' STRAIGHT_JOIN page_words w ON w.page_id = i.page_id';
        }

        return [$from, "$where AND w.store_id = i.store_id AND $search->condition", [...$values, ...$search->values]];
    }

    /**
     * By which index the rows come in their order; left alone, the database at times takes one that leads to more rows.
     *
     * Measured on 100,000 pages: in the order of an index 35 to 50 ms where one row in a hundred fits, 190 where none
     * does; the whole table and a sort 115 to 140, whatever fits.
     */
    private static function path(PageFilter $filter): string
    {
        $ofKind = [
            'address' => 'by_kind',
            'links' => 'by_kind_links',
            'depth' => 'by_kind_depth',
            'words' => 'by_kind_words',
        ];

        return match (true) {
            isset($filter->asked['kind'], $ofKind[$filter->sort]) => ' FORCE INDEX ('.$ofKind[$filter->sort].')',
            ! in_array($filter->sort, self::ORDERED, true) => ' FORCE INDEX (PRIMARY)',
            default => '',
        };
    }

    /** @return array{string, string, list<int|float|string>} tables, condition, values */
    private function where(Store $store, PageFilter $filter): array
    {
        $from = 'page_index i';
        $where = 'i.store_id = ?';
        $values = [$store->id];
        foreach ($filter->asked as $key => $asked) {
            [$sql, $more] = PageFilter::condition(PageColumn::from($key), $asked) ?? ['0', []];
            $where .= " AND $sql";
            array_push($values, ...$more);
        }
        if ($filter->market !== null) {
            $where .= ' AND i.market_id = ?';
            $values[] = $filter->market;
        }
        if ($filter->folder !== '') {
            $where .= ' AND i.address LIKE ?';
            $values[] = addcslashes($filter->folder, '%_\\').'%';
        }
        if ($filter->selection !== null) {
            $from = 'selected_pages s JOIN page_index i ON i.page_id = s.page_id';
            $where .= ' AND s.selection_id = ?';
            $values[] = $filter->selection;
        }
        if ($filter->search !== '' && $filter->exact) {
            $where .= ' AND i.address LIKE ?';
            $values[] = '%'.addcslashes($filter->search, '%_\\').'%';
        } elseif ($filter->search !== '') {
            return $this->found($store, $filter, [$from, $where, $values]);
        }
        if ($from === 'page_index i' && $filter->asked !== []) {
            $from .= self::path($filter);
        }

        return [$from, $where, $values];
    }
}

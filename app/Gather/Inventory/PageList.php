<?php

declare(strict_types=1);

namespace App\Gather\Inventory;

use App\Store\Bulk;
use App\Store\Kinds\PageKind;
use App\Store\Models\Store;
use Illuminate\Support\Facades\DB;

/** Reads the inventory's rows, a page of them at a time, by key, from the list table alone. */
final class PageList
{
    public const PAGE = 50;

    /** @return array{rows: list<object>, next: ?string} */
    public function page(Store $store, PageFilter $filter): array
    {
        [$from, $where, $values] = $this->where($store, $filter);
        [$column, $isDown] = match ($filter->sort) {
            'depth' => ['i.depth', false],
            'links' => ['i.links_in', true],
            'words' => ['i.words', false],
            'clicks' => ['i.clicks', true],
            'impressions' => ['i.impressions', true],
            'revenue' => ['i.revenue', true],
            default => ['i.address', false],
        };
        if ($filter->after !== null && preg_match('/^([0-9a-f]*)\.(\d+)$/', $filter->after, $found) === 1 && strlen($found[1]) % 2 === 0) {
            $key = (string) hex2bin($found[1]);
            $key = $column === 'i.address' ? $key : (is_numeric($key) ? $key : '0');
            $sign = $isDown ? '<' : '>';
            $where .= " AND ($column $sign ? OR ($column = ? AND i.page_id $sign ?))";
            array_push($values, $key, $key, (int) $found[2]);
        }
        $direction = $isDown ? 'DESC' : 'ASC';
        $keys = DB::select("SELECT i.page_id, $column AS sort_key FROM $from WHERE $where ORDER BY $column $direction, i.page_id $direction LIMIT ".(self::PAGE + 1), $values);
        $next = null;
        if (count($keys) > self::PAGE) {
            array_pop($keys);
            $last = end($keys);
            $next = bin2hex((string) $last->sort_key).'.'.$last->page_id;
        }
        if ($keys === []) {
            return ['rows' => [], 'next' => null];
        }
        $ids = Bulk::ids($keys, 'page_id');
        $rows = [];
        foreach (DB::select('SELECT i.*, p.url, f.title, f.description, f.redirect_url, f.problem FROM page_index i JOIN pages p ON p.id = i.page_id LEFT JOIN page_facts f ON f.page_id = i.page_id AND f.to_crawl = 0 WHERE i.page_id IN ('.Bulk::list($ids).')') as $row) {
            $rows[(int) $row->page_id] = $row;
        }

        return ['rows' => array_values(array_filter(array_map(static fn (int $id): ?object => $rows[$id] ?? null, $ids))), 'next' => $next];
    }

    /** @return array{total: int, kinds: array<string, int>, statuses: array<int, int>, indexable: int, unreached: int} */
    public function counts(Store $store): array
    {
        $kinds = [];
        $statuses = [];
        $total = 0;
        $indexable = 0;
        foreach (DB::select('SELECT kind, status, indexable, pages FROM page_counts WHERE store_id = ?', [$store->id]) as $row) {
            $n = (int) $row->pages;
            $kind = PageKind::from((int) $row->kind)->key();
            $kinds[$kind] = ($kinds[$kind] ?? 0) + $n;
            $statuses[(int) $row->status] = ($statuses[(int) $row->status] ?? 0) + $n;
            $total += $n;
            $indexable += $row->indexable ? $n : 0;
        }
        ksort($statuses);

        return ['total' => $total, 'kinds' => $kinds, 'statuses' => $statuses, 'indexable' => $indexable, 'unreached' => DB::table('page_index')->where('store_id', $store->id)->where('depth', DepthRebuild::UNREACHED)->count()];
    }

    /** @return array{string, string, list<int|string>} tables, condition, values */
    private function where(Store $store, PageFilter $filter): array
    {
        $from = 'page_index i';
        $where = 'i.store_id = ?';
        $values = [$store->id];
        foreach (['kind' => $filter->kind?->value, 'status' => $filter->status, 'indexable' => $filter->indexable === null ? null : (int) $filter->indexable, 'depth' => $filter->unreached ? DepthRebuild::UNREACHED : null] as $column => $value) {
            if ($value !== null) {
                $where .= " AND i.$column = ?";
                $values[] = $value;
            }
        }
        if ($filter->search !== '' && $filter->exact) {
            $where .= ' AND i.address LIKE ?';
            $values[] = '%'.addcslashes($filter->search, '%_\\').'%';
        } elseif ($filter->search !== '') {
            preg_match_all('/[\p{L}\p{N}]+/u', $filter->search, $words);
            $asked = implode(' ', array_map(static fn (string $word): string => '+'.$word.'*', array_slice($words[0], 0, 8)));
            // From the words to the rows at once: the found pages never travel here and back.
            $from = 'page_words w JOIN page_index i ON i.page_id = w.page_id';
            $where .= $asked === '' ? ' AND 0' : ' AND w.store_id = i.store_id AND MATCH(w.words) AGAINST (? IN BOOLEAN MODE)';
            $asked === '' || $values[] = $asked;
        }

        return [$from, $where, $values];
    }
}

<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Sums by kind, market, folder and collection, of every lens; made from the sums by page. */
final class GroupSums
{
    /** What pages are grouped by, and what people call it. */
    public const SORTS = [
        'kind' => 'Kind',
        'folder' => 'Folder',
        'collection' => 'Collection',
        'market' => 'Market',
        'device' => 'Device',
        'class' => 'Class of query',
        'week' => 'Week',
    ];

    /** Folders and collections that are kept of a lens and market. */
    private const MOST = 500;

    private const COLUMNS = [
        'clicks', 'impressions', 'position_sum', 'orders', 'revenue', 'clicks_before', 'impressions_before',
        'position_sum_before', 'orders_before', 'revenue_before', 'clicks_beside_before', 'impressions_beside_before',
        'position_sum_beside_before', 'orders_beside_before', 'revenue_beside_before', 'clicks_year',
        'impressions_year', 'position_sum_year', 'orders_year', 'revenue_year', 'clicks_beside_year',
        'impressions_beside_year', 'position_sum_beside_year', 'orders_beside_year', 'revenue_beside_year',
    ];

    /** Makes the sums of one window and sort anew; called inside a transaction. */
    public static function rebuild(Store $store, int $weeks, string $sort): void
    {
        $columns = implode(', ', self::COLUMNS);
        $sums = implode(
            ', ',
            array_map(static fn (string $column): string => "SUM(s.$column) AS $column", self::COLUMNS),
        );
        DB::delete('DELETE FROM weigh_groups WHERE store_id = ? AND weeks = ? AND sort = ?', [
            $store->id,
            $weeks,
            $sort,
        ]);
        // A folder is the first part of a path, and the first two; a product counts in every collection that it is part
        // of.
        $sources = match ($sort) {
            'kind' => [['s.kind', '']],
            'folder' => [
                [
                    "IF(LOCATE('/', SUBSTRING_INDEX(i.address, '?', 1), 2) > 0, LEFT(i.address, LOCATE('/', i.address, 2)), '/')",
                    'JOIN page_index i ON i.store_id = s.store_id AND i.page_id = s.page_id',
                ],
                [
                    "LEFT(i.address, LOCATE('/', i.address, LOCATE('/', i.address, 2) + 1))",
                    "JOIN page_index i ON i.store_id = s.store_id AND i.page_id = s.page_id AND LOCATE('/',
                        i.address,
                        2) > 0 AND LOCATE('/', SUBSTRING_INDEX(i.address, '?', 1), LOCATE('/', i.address,
                        2) + 1) > 0",
                ],
            ],
            'collection' => [
                ['c.collection_id', 'JOIN collection_pages c ON c.store_id = s.store_id AND c.page_id = s.page_id'],
            ],
            default => [],
        };
        foreach ($sources as [$name, $join]) {
            DB::insert(
                "INSERT INTO weigh_groups (store_id, weeks, device, class, market_id, sort, name, pages, $columns)
                    SELECT ?, ?, device, class, market_id, ?, name, pages, $columns FROM (
                SELECT s.device, s.class, s.market_id, $name AS name, COUNT(*) AS pages, $sums, ROW_NUMBER()
                    OVER (PARTITION BY s.device, s.class, s.market_id ORDER BY SUM(s.impressions) DESC, $name)
                        AS nth FROM weigh_sums s $join WHERE s.store_id = ? AND s.weeks = ? GROUP BY s.device,
                            s.class, s.market_id, $name) ranked WHERE nth <= ".self::MOST,
                [$store->id, $weeks, $sort, $store->id, $weeks],
            );
        }
    }

    /**
     * Sums of a lens by what is asked, the most impressions first; weeks in their order.
     *
     * @return list<SumGroup>
     */
    public static function of(Store $store, Lens $lens, string $sort): array
    {
        $sums = implode(', ', array_map(static fn (string $column): string => "SUM($column) AS $column", self::COLUMNS));
        [$where, $values] = ['store_id = ? AND weeks = ?', [$store->id, $lens->weeks]];
        if ($lens->market !== null) {
            $where .= ' AND market_id = ?';
            $values[] = $lens->market;
        }
        if ($sort === 'device' || $sort === 'class') {
            // Over all kinds, or of the kind that is looked at.
            $other = $sort === 'device' ? 'class' : 'device';
            $where .= " AND sort = 'kind' AND $other = ?".($lens->kind === null ? '' : ' AND name = ?');
            array_push($values, $lens->{$other}, ...$lens->kind === null ? [] : [(string) $lens->kind->value]);
            $rows = Rows::all(
                "SELECT $sort AS name, SUM(pages) AS pages, $sums FROM weigh_groups WHERE $where GROUP BY $sort
                    ORDER BY $sort DESC",
                $values,
            );
        } elseif ($sort === 'market') {
            $rows = Rows::all(
                "SELECT market_id AS name, SUM(pages) AS pages, $sums FROM weigh_groups WHERE $where
                    AND sort = 'kind' AND device = ? AND class = ?".
                    ($lens->kind === null ? '' : ' AND name = ?').
                    ' GROUP BY market_id',
                [...$values, $lens->device, $lens->class, ...$lens->kind === null ? [] : [(string) $lens->kind->value]],
            );
        } else {
            $rows = Rows::all(
                "SELECT name, SUM(pages) AS pages, $sums FROM weigh_groups WHERE $where AND sort = ? AND device = ?
                    AND class = ? GROUP BY name ORDER BY SUM(impressions) DESC, name LIMIT ".self::MOST,
                [...$values, $sort, $lens->device, $lens->class],
            );
        }

        return array_values(
            array_map(
                static fn (Row $row): SumGroup => new SumGroup(
                    $row->text('name'),
                    $row->int('pages'),
                    ComparedSums::from($row, $lens->against),
                ),
                $rows,
            ),
        );
    }

    /**
     * Sums by week over the last 104, oldest first.
     *
     * @return list<WeekSums>
     */
    public static function weeks(Store $store, Lens $lens): array
    {
        // Rows of a device or class are kept apart from those of pages as a whole; of one device without its class, its
        // classes are added up.
        [$where, $values] = match (true) {
            $lens->device === Lens::ALL && $lens->class === Lens::ALL => ['device = 9 AND class = 9', []],
            default => [
                'device <> 9'.
                ($lens->device === Lens::ALL ? '' : ' AND device = ?').
                ($lens->class === Lens::ALL
                    ? ''
                    : ($lens->class === Lens::BUT_BRAND
                        ? ' AND class <> 1'
                        : ' AND class = ?')),
                [
                    ...$lens->device === Lens::ALL ? [] : [$lens->device],
                    ...in_array($lens->class, [Lens::ALL, Lens::BUT_BRAND], true) ? [] : [$lens->class],
                ],
            ],
        };
        [$narrows, $more] = $lens->narrows('');

        $rows = Rows::all(
            "SELECT week, SUM(clicks) AS clicks, SUM(impressions) AS impressions,
                SUM(position_sum) AS position_sum, SUM(orders) AS orders, SUM(revenue) AS revenue
                FROM weigh_weeks
                WHERE store_id = ? AND part = 0 AND $where$narrows GROUP BY week ORDER BY week",
            [$store->id, ...$values, ...$more],
        );

        return array_values(
            array_map(static fn (Row $row): WeekSums => new WeekSums($row->text('week'), Sums::from($row)), $rows),
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Inventory\Index;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Closure;
use Illuminate\Support\Facades\DB;

/** The sums of the store's window in the list table, so that lists sort by them. */
final class NumbersOfPages
{
    private const CHUNK = 10_000;

    private const SUMS = [
        'clicks' => 's.clicks',
        'impressions' => 's.impressions',
        'position_milli' => 'ROUND(s.position_sum / NULLIF(s.impressions, 0))',
        'orders' => 's.orders',
        'revenue' => 's.revenue',
        'returned' => 's.returned',
        'margin' => 's.margin',
    ];

    public static function forget(Store $store): void
    {
        $zeros = implode(', ', array_map(static fn (string $column): string => "$column = 0", array_keys(self::SUMS)));
        DB::update(
            "UPDATE page_index SET $zeros WHERE store_id = ? AND (impressions > 0 OR clicks > 0 OR orders > 0
                OR revenue > 0)",
            [$store->id],
        );
    }

    /**
     * @param  string  $sums  a SELECT of page_id and sums that a further condition on page_id and GROUP BY page_id can
     *     follow
     * @param  list<int|string>  $values  its values
     * @param  Closure(Closure(): mixed): void  $write  runs each write in a transaction of its own
     */
    public static function take(Store $store, string $sums, array $values, Closure $write): void
    {
        $set = implode(
            ', ',
            array_map(
                static fn (string $column): string => "i.$column = COALESCE(".self::SUMS[$column].', 0)',
                array_keys(self::SUMS),
            ),
        );
        $chunk =
            'SELECT MAX(page_id) AS id FROM (SELECT page_id FROM page_index WHERE store_id = ? AND page_id > ?
                ORDER BY page_id LIMIT '.
            self::CHUNK.
            ') chunk';
        for ($after = 0; ; $after = (int) $last) {
            $last = Rows::sole($chunk, [$store->id, $after])->id;
            if ($last === null) {
                return;
            }
            $write(
                static fn () => DB::update(
                    "UPDATE page_index i LEFT JOIN ($sums AND page_id > ? AND page_id <= ?
                        GROUP BY page_id) s ON s.page_id = i.page_id SET $set".
                        ' WHERE i.store_id = ? AND i.page_id > ? AND i.page_id <= ?',
                    [...$values, $after, (int) $last, $store->id, $after, (int) $last],
                ),
            );
        }
    }
}

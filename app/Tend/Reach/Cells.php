<?php

declare(strict_types=1);

namespace App\Tend\Reach;

use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Pages by sector and depth, added up when they are placed and not when they are shown. */
final class Cells
{
    /** Called inside a transaction. */
    public static function rebuild(Store $store): void
    {
        DB::table('tend_cells')->where('store_id', $store->id)->delete();
        DB::insert(
            'INSERT INTO tend_cells SELECT store_id, market_id, sector, depth, COUNT(*), SUM(depth > aim AND depth <
                65535),
                SUM(clicks), SUM(revenue), SUM(upside), SUM(worth) FROM tend_pages WHERE store_id = ? AND indexable = 1
                GROUP BY store_id, market_id, sector, depth',
            [$store->id],
        );
    }
}

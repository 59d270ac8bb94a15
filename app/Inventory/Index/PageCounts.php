<?php

declare(strict_types=1);

namespace App\Inventory\Index;

use Illuminate\Support\Facades\DB;

/** Numbers of pages by kind, status and source, counted when the list is made and not when it is shown. */
final class PageCounts
{
    /** Called inside a transaction. */
    public static function rebuild(int $store): void
    {
        DB::table('page_counts')->where('store_id', $store)->delete();
        DB::insert(
            'INSERT INTO page_counts SELECT ?, kind, status, indexable, sources, COUNT(*) FROM page_index
                WHERE store_id = ? GROUP BY kind, status, indexable, sources',
            [$store, $store],
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Inventory;

use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Which pages a store has: of numbers that somebody sends, only the store's own count. */
final class StorePages
{
    public static function has(Store $store, int $page): bool
    {
        return self::among($store, [$page]) !== [];
    }

    /**
     * @param  list<int>  $pages
     * @return list<int> those that are the store's
     */
    public static function among(Store $store, array $pages): array
    {
        $known = DB::table('pages')->where('store_id', $store->id)->whereIn('id', $pages)->pluck('id');

        return array_values(Typed::ints($known->all()));
    }

    /**
     * @param  list<int>  $pages
     * @return array<string, int> those that are the store's, by address
     */
    public static function byUrl(Store $store, array $pages): array
    {
        return Typed::ints(
            DB::table('pages')->where('store_id', $store->id)->whereIn('id', $pages)->pluck('id', 'url')->all(),
        );
    }
}

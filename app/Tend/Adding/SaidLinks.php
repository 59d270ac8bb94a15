<?php

declare(strict_types=1);

namespace App\Tend\Adding;

use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** What people say of links that are proposed; those that were seen live stay so. */
final class SaidLinks
{
    /**
     * @param  list<int>  $links
     * @return int how many are changed
     */
    public static function say(Store $store, array $links, LinkState $state, ?int $user): int
    {
        return DB::table('tend_links')
            ->where('store_id', $store->id)
            ->whereIn('id', $links)
            ->where('state', '<>', LinkState::Live->value)
            ->update(['state' => $state->value, 'user_id' => $user, 'said_at' => now()]);
    }
}

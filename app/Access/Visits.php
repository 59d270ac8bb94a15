<?php

declare(strict_types=1);

namespace App\Access;

use App\Access\Models\User;
use App\Stores\Models\Store;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/** When somebody was here last, so that the overview can say what has changed since. */
final class Visits
{
    /** A visit is over after so many minutes without a page asked for. */
    private const OVER = 180;

    /** It is written down at most every so many minutes. */
    private const EVERY = 5;

    public static function note(User $user, Store $store): void
    {
        // The database sets one column after the other: the end of the visit before is kept first.
        DB::update(
            'UPDATE memberships SET before_at = IF(seen_at < TIMESTAMPADD(MINUTE, ?, UTC_TIMESTAMP()), seen_at,
                before_at), seen_at = UTC_TIMESTAMP() WHERE user_id = ? AND store_id = ? AND (seen_at IS NULL
                OR seen_at < TIMESTAMPADD(MINUTE, ?, UTC_TIMESTAMP()))',
            [-self::OVER, $user->id, $store->id, -self::EVERY],
        );
    }

    /** The end of the visit before; null on the first. */
    public static function before(User $user, Store $store): ?Carbon
    {
        $at = DB::table('memberships')->where('user_id', $user->id)->where('store_id', $store->id)->value('before_at');

        return is_string($at) ? Carbon::parse($at, 'UTC') : null;
    }
}

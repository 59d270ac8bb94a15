<?php

declare(strict_types=1);

namespace App\Stores;

use Illuminate\Support\Facades\DB;

/**
 * Whether a store's rows are being taken in or out just now: its facts are half of what they will be, nothing is
 * summed or weighed meanwhile.
 */
final class ChangingFacts
{
    public static function begin(int $store): void
    {
        DB::update(
            'UPDATE stores SET facts_change_since = UTC_TIMESTAMP() WHERE id = ? AND facts_change_since IS NULL',
            [$store],
        );
    }

    public static function isSo(int $store): bool
    {
        return DB::table('stores')->where('id', $store)->whereNotNull('facts_change_since')->exists();
    }

    /** Whoever changed the facts is done, or has given up. */
    public static function end(int $store): void
    {
        DB::table('stores')
            ->where('id', $store)
            ->update(['facts_change_since' => null]);
    }
}

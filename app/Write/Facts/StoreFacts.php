<?php

declare(strict_types=1);

namespace App\Write\Facts;

use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** What is true of all pages of a store and stands on none: how fast it sends, what returns cost. */
final class StoreFacts
{
    public const LONGEST = 20_000;

    /** @return list<string> those of all markets, and of one */
    public static function of(Store $store, int $market): array
    {
        $lines = [];
        foreach (
            DB::table('write_store_facts')
                ->where('store_id', $store->id)
                ->whereIn('market_id', [0, $market])
                ->orderBy('market_id')
                ->pluck('facts') as $facts
        ) {
            array_push($lines, ...preg_split('/\R/u', Typed::text($facts), -1, PREG_SPLIT_NO_EMPTY) ?: []);
        }

        return array_values(array_filter(array_map(trim(...), $lines), static fn (string $line): bool => $line !== ''));
    }

    /** As they are edited. */
    public static function text(Store $store, int $market): string
    {
        $text = DB::table('write_store_facts')
            ->where('store_id', $store->id)
            ->where('market_id', $market)
            ->value('facts');

        return is_string($text) ? $text : '';
    }

    public static function keep(Store $store, int $market, string $text, int $userId): void
    {
        DB::table('write_store_facts')->updateOrInsert(
            ['store_id' => $store->id, 'market_id' => $market],
            ['facts' => mb_substr(trim($text), 0, self::LONGEST), 'user_id' => $userId, 'kept_at' => now()],
        );
    }
}

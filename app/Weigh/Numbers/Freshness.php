<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Store\Facts\NumberWindow;
use App\Store\Models\Store;
use Illuminate\Support\Facades\DB;

/** Tells whether the sums still hold: whether days, kinds and markets of pages, or the words of own brand and makers are others than when they were made. */
final class Freshness
{
    public static function of(Store $store, NumberWindow $window, QuerySums $queries): string
    {
        // Days behind the window's last, which is not complete yet, are in no sum.
        $facts = DB::selectOne("SELECT COUNT(*) AS n, SUM(row_count) AS told, SUM(CRC32(CONCAT_WS(' ', facts, grain, day, days, import_id))) AS mark FROM fact_days WHERE store_id = ? AND state = 'owns' AND day <= ?", [$store->id, $window->lastDay]);
        $pages = DB::selectOne("SELECT COUNT(*) AS n, SUM(CRC32(CONCAT_WS(' ', page_id, kind, market_id))) AS mark FROM page_index WHERE store_id = ?", [$store->id]);
        $lists = DB::selectOne('SELECT MAX(import_id) AS newest, COUNT(*) AS n FROM keyword_rows WHERE store_id = ? AND is_current = 1', [$store->id]);

        return md5(json_encode([$window, $facts, $pages, $lists, serialize($queries->classifier())], JSON_THROW_ON_ERROR));
    }

    public static function holds(Store $store, string $fingerprint): bool
    {
        return DB::table('weigh_states')->where('store_id', $store->id)->value('fingerprint') === $fingerprint;
    }

    public static function keep(Store $store, string $fingerprint): void
    {
        DB::table('weigh_states')->upsert([['store_id' => $store->id, 'fingerprint' => $fingerprint, 'summed_at' => now()]], ['store_id'], ['fingerprint', 'summed_at']);
    }

    public static function forget(Store $store): void
    {
        DB::table('weigh_states')->where('store_id', $store->id)->delete();
    }
}

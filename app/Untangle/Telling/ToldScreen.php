<?php

declare(strict_types=1);

namespace App\Untangle\Telling;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Addresses that search engines are to hear of, those that wait first. */
final class ToldScreen
{
    /** @return array<string, mixed> for the view untangle.told */
    public static function of(Store $store): array
    {
        return [
            'store' => $store,
            'waiting' => Told::waiting($store),
            'to' => $store->options()->indexnowUrl,
            'key' => Told::key($store),
            'counts' => DB::table('untangle_told')
                ->where('store_id', $store->id)
                ->whereNull('sent_at')
                ->groupBy('purpose')
                ->selectRaw('purpose, COUNT(*) AS n')
                ->pluck('n', 'purpose'),
            'rows' => Records::of(
                ToldAddress::class,
                Rows::of(
                    DB::table('untangle_told')
                        ->join('pages', 'pages.id', '=', 'page_id')
                        ->where('untangle_told.store_id', $store->id)
                        ->orderByRaw('sent_at IS NULL DESC')
                        ->orderByDesc('untangle_told.id')
                        ->limit(100)
                        ->get(['untangle_told.*', 'pages.url']),
                ),
            ),
        ];
    }
}

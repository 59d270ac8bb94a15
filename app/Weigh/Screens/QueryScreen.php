<?php

declare(strict_types=1);

namespace App\Weigh\Screens;

use App\Facts\NumberWindow;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Weigh\Lists\KnownQuery;
use App\Weigh\Lists\QueryList;
use App\Weigh\Numbers\Lens;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/** One query: what is known of it, and the pages that stand for it. */
final class QueryScreen
{
    /** @return ?array<string, mixed> for weigh.query-page and weigh.query-beside; null where the store has none such */
    public static function of(Request $request, Store $store, int $query): ?array
    {
        $text = DB::table('search_queries')->where('store_id', $store->id)->where('id', $query)->value('text');
        $lens = Lens::from($request, $store, NumberWindow::of($store)->isPeriod ?? false);

        return $text === null
            ? null
            : [
                'store' => $store,
                'lens' => $lens,
                'text' => $text,
                'known' => Records::one(
                    KnownQuery::class,
                    Rows::maybe(
                        DB::table('weigh_queries')->where('store_id', $store->id)->where('query_id', $query)->first(),
                    ),
                ),
                'pages' => QueryList::pagesOf($store, $query, $lens),
            ];
    }
}

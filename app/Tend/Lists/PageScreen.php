<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Tend\Known\Questions;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/** One page: how it is reached, what was found of it, and what was asked about it. */
final class PageScreen
{
    /** @return ?array<string, mixed> for tend.page and tend.page-whole; null where the store has no such page */
    public static function of(Request $request, Store $store, int $page): ?array
    {
        $row = PageReach::find($store, $page);
        if ($row === null) {
            return null;
        }
        $way = PageReach::way($store, $page);

        return [
            'store' => $store,
            'page' => $row,
            'way' => $way,
            'points' => $request->query('rings') === '1'
                    ? RingsPicture::of($store, RingsLens::from($request, $store))->points($way)
                    : '',
            'findings' => PageReach::findings($store, $page),
            'markup' => MadeMarkup::of($store, $page),
            'alts' => MadeAlts::ofPage($store, $page),
            'lab' => Records::one(
                LabVisit::class,
                Rows::maybe(DB::table('tend_labs')->where('store_id', $store->id)->where('page_id', $page)->first()),
            ),
            'card' => Records::one(
                CardTexts::class,
                Rows::maybe(
                    DB::table('page_facts')
                        ->where('page_id', $page)
                        ->where('to_crawl', 0)
                        ->first(['title', 'description']),
                ),
            ),
            'questions' => Questions::of($store, $page),
        ];
    }
}

<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Inventory\WordSearch;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Database\Query\Builder;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/** Tangles of a store, those with the most clicks first. */
final class TangleList
{
    private const PAGE = 50;

    /** @return array<string, mixed> for the view untangle.tangles */
    public static function of(Request $request, Store $store): array
    {
        $words = is_string($request->query('words')) ? mb_substr(trim($request->query('words')), 0, 120) : '';
        $only = in_array($request->query('only'), ['to-do', 'close'], true) ? $request->query('only') : null;
        $rows = Records::of(
            ListedTangle::class,
            Rows::of(
                DB::table('untangle_tangles as t')
                    ->leftJoin('pages as k', 'k.id', '=', 't.keeper_page')
                    ->where('t.store_id', $store->id)
                    ->when($only === 'to-do', static fn ($query) => $query->where('t.to_do', '>', 0))
                    ->when($only === 'close', static fn ($query) => $query->where('t.lead_points', '<', 100))
                    ->when($words !== '', fn ($query) => self::withWords($query, $store, $words))
                    ->tap(static fn ($query) => Place::goOn($query, $request, 't.clicks', 't.tangle_id'))
                    ->limit(self::PAGE + 1)
                    ->get(['t.*', 'k.url as keeper_url']),
            ),
        );

        return [
            'store' => $store,
            'words' => $words,
            'only' => $only,
            'rows' => array_slice($rows, 0, self::PAGE),
            'next' => count($rows) > self::PAGE ? $rows[self::PAGE - 1] : null,
        ];
    }

    /** Tangles with an address whose title or path has these words. */
    private static function withWords(Builder $tangles, Store $store, string $words): void
    {
        $search = WordSearch::of($store->id, $words);
        if ($search->byIndex) {
            $tangles->whereIn(
                't.tangle_id',
                Bulk::ids(
                    Rows::all(
                        "SELECT DISTINCT u.tangle_id FROM page_words w JOIN untangle_pages u
                            ON u.store_id = w.store_id
                            AND u.page_id = w.page_id WHERE w.store_id = ? AND u.tangle_id > 0 AND $search->condition
                                LIMIT 5000",
                        [$store->id, ...$search->values],
                    ),
                    'tangle_id',
                ),
            );
        } else {
            $tangles->whereRaw(
                "EXISTS (SELECT 1 FROM untangle_pages u JOIN page_words w ON w.page_id = u.page_id
                    WHERE u.store_id = t.store_id AND u.tangle_id = t.tangle_id AND $search->condition)",
                $search->values,
            );
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Changes\AddressField;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/** The book of redirects, and addresses that are gone. */
final class RedirectScreens
{
    private const PAGE = 100;

    /** @return array<string, mixed> for the view untangle.redirects */
    public static function book(Request $request, Store $store): array
    {
        $only = in_array($request->query('only'), ['faults', 'waiting', 'live'], true) ? $request->query('only') : null;
        $after = (int) $request->query('after', '0');
        $rows = Records::of(
            ListedRedirect::class,
            Rows::of(
                DB::table('untangle_redirects')
                    ->where('store_id', $store->id)
                    ->when($only === 'faults', static fn ($query) => $query->whereNotNull('fault'))
                    ->when($only === 'waiting', static fn ($query) => $query->where('is_live', 0)->whereNull('fault'))
                    ->when($only === 'live', static fn ($query) => $query->where('is_live', 1))
                    ->when($after > 0, static fn ($query) => $query->where('id', '<', $after))
                    ->orderByDesc('id')
                    ->limit(self::PAGE + 1)
                    ->get(),
            ),
        );

        return [
            'store' => $store,
            'only' => $only,
            'rows' => array_slice($rows, 0, self::PAGE),
            'next' => count($rows) > self::PAGE ? $rows[self::PAGE - 1]->id : null,
            'refused' => session('refused', []),
            'counts' => Records::sole(
                RedirectCounts::class,
                'SELECT COUNT(*) AS n, COALESCE(SUM(fault IS NOT NULL), 0) AS faults, COALESCE(SUM(is_live = 0
                    AND fault IS NULL), 0) AS waiting, COALESCE(SUM(is_live), 0) AS live FROM untangle_redirects
                    WHERE store_id = ?',
                [$store->id],
            ),
            'others' => DB::table('address_states')
                ->where('store_id', $store->id)
                ->where('field', AddressField::Redirect->value)
                ->count(),
        ];
    }

    /** @return array<string, mixed> for the view untangle.lost */
    public static function lost(Request $request, Store $store): array
    {
        $plan = in_array($request->query('plan'), ['redirect', 'like', 'ask', 'gone'], true)
            ? $request->query('plan')
            : null;

        return [
            'store' => $store,
            'plan' => $plan,
            'counts' => DB::table('untangle_lost')
                ->where('store_id', $store->id)
                ->groupBy('plan')
                ->selectRaw('plan, COUNT(*) AS n')
                ->pluck('n', 'plan'),
            'rows' => Records::of(
                LostPage::class,
                Rows::of(
                    DB::table('untangle_lost as l')
                        ->join('pages as p', 'p.id', '=', 'l.page_id')
                        ->leftJoin('pages as t', 't.id', '=', 'l.target_page')
                        ->where('l.store_id', $store->id)
                        ->when($plan !== null, static fn ($query) => $query->where('l.plan', $plan))
                        ->orderByDesc('l.clicks')
                        ->orderByDesc('l.backlinks')
                        ->orderByDesc('l.links_in')
                        ->orderBy('l.page_id')
                        ->limit(200)
                        ->get(['l.*', 'p.url', 't.url as target_url']),
                ),
            ),
            'links' => Records::of(
                LinkToMend::class,
                Rows::of(
                    DB::table('links as l')
                        ->join(
                            'untangle_lost as o',
                            static fn ($join) => $join
                                ->on('o.page_id', '=', 'l.to_page')
                                ->on('o.store_id', '=', 'l.store_id'),
                        )
                        ->join('pages as p', 'p.id', '=', 'l.from_page')
                        ->join('pages as t', 't.id', '=', 'l.to_page')
                        ->where('l.store_id', $store->id)
                        ->limit(50)
                        ->get(['p.url as from_url', 'l.anchor', 't.url as to_url']),
                ),
            ),
        ];
    }

    /**
     * Addresses that are gone, with what is proposed for each.
     *
     * @param  list<int>  $pages
     * @return array<int, array{string, string}> address and target by page; the target is '' where none is proposed
     */
    public static function targets(Store $store, array $pages): array
    {
        $targets = [];
        foreach (
            Rows::of(
                DB::table('untangle_lost as l')
                    ->join('pages as p', 'p.id', '=', 'l.page_id')
                    ->leftJoin('pages as t', 't.id', '=', 'l.target_page')
                    ->where('l.store_id', $store->id)
                    ->whereIn('l.page_id', $pages)
                    ->get(['l.page_id', 'p.url', 't.url as target']),
            ) as $row
        ) {
            $targets[$row->int('page_id')] = [$row->text('url'), $row->text('target')];
        }

        return $targets;
    }
}

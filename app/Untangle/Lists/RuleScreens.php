<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Changes\AddressField;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Untangle\Deciding\CauseSort;
use App\Untangle\Deciding\Reckoning;
use App\Untangle\Deciding\Rules;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/** What the store has settled for all its addresses: parameters, rules by cause, narrowed lists. */
final class RuleScreens
{
    /** @return array<string, mixed> for the view untangle.parameters */
    public static function parameters(Store $store): array
    {
        return [
            'store' => $store,
            'parameters' => Records::of(
                ListedParameter::class,
                Rows::of(
                    DB::table('untangle_parameters')
                        ->leftJoin('users', 'users.id', '=', 'said_by')
                        ->where('store_id', $store->id)
                        ->orderByDesc('pages')
                        ->orderBy('scope')
                        ->limit(300)
                        ->get(['untangle_parameters.*', 'users.name as user_name']),
                ),
            ),
        ];
    }

    /** @return array<string, mixed> for the view untangle.rules */
    public static function rules(Request $request, Store $store): array
    {
        $rules = Rules::of($store);
        $asked = CauseSort::tryFrom(is_string($request->query('sort')) ? $request->query('sort') : '');
        $choice =
            $asked !== null &&
            is_string($request->query('choice')) &&
            isset($asked->choices()[$request->query('choice')])
                ? $request->query('choice')
                : null;
        $preview = [];
        if ($asked !== null && $choice !== null) {
            foreach (
                DB::table('untangle_causes')
                    ->where('store_id', $store->id)
                    ->where('sort', $asked->value)
                    ->whereNull('decision')
                    ->pluck('id') as $cause
            ) {
                foreach (
                    Reckoning::preview($store, Typed::int($cause), $asked, $choice) as $means => [$pages, $clicks]
                ) {
                    $preview[$means] = [($preview[$means][0] ?? 0) + $pages, ($preview[$means][1] ?? 0) + $clicks];
                }
            }
        }

        return [
            'store' => $store,
            'rules' => $rules,
            'asked' => $asked,
            'choice' => $choice,
            'preview' => $preview,
            'counts' => self::counts($store),
        ];
    }

    /** @return array<string, RuleCounts> by sort of cause */
    private static function counts(Store $store): array
    {
        $counts = [];
        $rows = Rows::of(
            DB::table('untangle_causes')
                ->where('store_id', $store->id)
                ->groupBy('sort')
                ->selectRaw(
                    'sort, COUNT(*) AS causes, SUM(urls) AS urls, SUM(clicks) AS clicks,
                    SUM(decision IS NOT NULL) AS decided',
                )
                ->get(),
        );
        foreach (Records::of(RuleCounts::class, $rows) as $count) {
            $counts[$count->sort->value] = $count;
        }

        return $counts;
    }

    /**
     * Lists narrowed by a filter, and which of them deserve to stand by themselves.
     *
     * @return array<string, mixed> for the view untangle.filters
     */
    public static function filters(Request $request, Store $store): array
    {
        $state = in_array($request->query('state'), ['promoted', 'falling', 'kept'], true)
            ? $request->query('state')
            : null;

        return [
            'store' => $store,
            'state' => $state,
            'counts' => DB::table('untangle_facets')
                ->where('store_id', $store->id)
                ->groupBy('state')
                ->selectRaw('state, COUNT(*) AS n')
                ->pluck('n', 'state'),
            'choice' => Rules::of($store)->choice(CauseSort::Narrow),
            'facets' => Records::of(
                Facet::class,
                Rows::of(
                    DB::table('untangle_facets as f')
                        ->join('pages as p', 'p.id', '=', 'f.page_id')
                        ->join(
                            'untangle_pages as u',
                            static fn ($join) => $join
                                ->on('u.page_id', '=', 'f.page_id')
                                ->on('u.store_id', '=', 'f.store_id'),
                        )
                        ->join('page_index as i', 'i.page_id', '=', 'f.page_id')
                        ->where('f.store_id', $store->id)
                        ->when($state !== null, static fn ($query) => $query->where('f.state', $state))
                        ->orderByDesc('f.demand')
                        ->orderBy('f.page_id')
                        ->limit(200)
                        ->get(['f.*', 'p.url', 'u.action', 'u.why']),
                ),
            ),
            'barrable' => array_column(
                Rows::all(
                    "SELECT p.url FROM untangle_facets f JOIN pages p ON p.id = f.page_id JOIN address_states s
                    ON s.page_id = f.page_id AND s.field = ? AND s.value LIKE '%noindex%' JOIN crawler_rows r
                    ON r.page_id = f.page_id AND r.is_current = 1 AND r.day > DATE(s.since) WHERE f.store_id = ?
                    GROUP BY p.url LIMIT 200",
                    [AddressField::Robots->value, $store->id],
                ),
                'url',
            ),
        ];
    }
}

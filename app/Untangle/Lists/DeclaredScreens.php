<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Inventory\PageSource;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Untangle\Deciding\Plan;
use Illuminate\Database\Query\Builder;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Orchard\Core\LinkGraph\CanonicalVerdict;
use Orchard\Core\LinkGraph\HreflangFault;

/** What pages declare of themselves: canonicals by verdict, and versions in other languages with their faults. */
final class DeclaredScreens
{
    private const PAGE = 50;

    /**
     * What is declared, by what it is worth; and where the search engine chose otherwise.
     *
     * @return array<string, mixed> for the view untangle.troubles
     */
    public static function declared(Request $request, Store $store): array
    {
        /**
         * @var array{verdicts?: array<string, array{int, int, int}>, chosen?: array{int, int, int}, listed?: array{int,
         *     int}, linked?: array{int, int}} $totals
         */
        $totals = (array) json_decode(
            Typed::text(DB::table('untangle_states')->where('store_id', $store->id)->value('totals')),
            true,
        );
        $counts = [];
        foreach ($totals['verdicts'] ?? [] as $key => [$pages, $clicks, $impressions]) {
            $counts[] = [
                'verdict' => CanonicalVerdict::fromKey((string) $key) ?? CanonicalVerdict::NotNeeded,
                'pages' => $pages,
                'clicks' => $clicks,
                'impressions' => $impressions,
            ];
        }
        usort(
            $counts,
            static fn (array $a, array $b): int => $b['verdict']->isFault() <=> $a['verdict']->isFault() ?:
            $b['clicks'] <=> $a['clicks'] ?:
            $b['pages'] <=> $a['pages'],
        );
        $asked = is_string($request->query('verdict')) ? $request->query('verdict') : null;
        $pages = $asked === null ? [] : self::pages($request, $store, $asked);
        $shown = array_slice($pages, 0, self::PAGE);

        return [
            'store' => $store,
            'counts' => $counts,
            'asked' => $asked,
            'verdict' => $asked === null ? null : CanonicalVerdict::fromKey($asked),
            'pages' => $shown,
            'targets' => Plan::targets($store, array_column($shown, 'pageId')),
            'next' => $pages === $shown ? null : $shown[self::PAGE - 1],
            'chosen' => $totals['chosen'] ?? [0, 0, 0],
            'listed' => $totals['listed'] ?? [0, 0],
            'linked' => $totals['linked'] ?? [0, 0],
        ];
    }

    /**
     * What is wrong with versions in other languages and markets.
     *
     * @return array<string, mixed> for the view untangle.versions
     */
    public static function versions(Request $request, Store $store): array
    {
        $fault = HreflangFault::tryFrom(is_string($request->query('fault')) ? $request->query('fault') : '');
        $after = (int) $request->query('after', '0');
        $rows = Records::of(
            WrongVersion::class,
            Rows::of(
                DB::table('untangle_versions as v')
                    ->join('pages as p', 'p.id', '=', 'v.page_id')
                    ->where('v.store_id', $store->id)
                    ->when($fault !== null, static fn ($query) => $query->where('v.fault', $fault?->value))
                    ->where('v.place', '>', $after)
                    ->orderBy('v.place')
                    ->limit(self::PAGE + 1)
                    ->get(['v.*', 'p.url']),
            ),
        );

        return [
            'store' => $store,
            'fault' => $fault,
            'rows' => array_slice($rows, 0, self::PAGE),
            'next' => count($rows) > self::PAGE ? $rows[self::PAGE - 1]->place : null,
            'counts' => Records::of(
                VersionFault::class,
                Rows::of(
                    DB::table('untangle_versions')
                        ->where('store_id', $store->id)
                        ->groupBy('fault')
                        ->selectRaw('fault, COUNT(*) AS n')
                        ->get(),
                ),
            ),
        ];
    }

    /**
     * @param  string  $asked  a verdict, chosen or listed
     * @return list<DeclaredPage> one more than a screen shows
     */
    private static function pages(Request $request, Store $store, string $asked): array
    {
        return DeclaredPage::all(
            $store,
            static fn (Builder $pages) => $pages
                ->when(
                    $asked === 'chosen',
                    static fn ($query) => $query
                        ->where('u.chosen_page', '>', 0)
                        ->whereColumn('u.chosen_page', '<>', 'u.page_id')
                        ->whereRaw(
                            'u.chosen_page <> IF(u.declared_page > 0, u.declared_page,
                                IF(u.keeper_page > 0, u.keeper_page, u.page_id))',
                        ),
                )
                ->when(
                    $asked === 'listed',
                    static fn ($query) => $query
                        ->join('page_index as i', 'i.page_id', '=', 'u.page_id')
                        ->whereRaw('(i.sources & ?) <> 0', [PageSource::Sitemap->value])
                        ->where('u.keeper_page', '>', 0)
                        ->whereColumn('u.keeper_page', '<>', 'u.page_id'),
                )
                ->when(
                    ! in_array($asked, ['chosen', 'listed'], true),
                    static fn ($query) => $query->where('u.verdict', $asked),
                )
                ->tap(static fn ($query) => Place::goOn($query, $request, 'u.clicks', 'u.page_id'))
                ->limit(self::PAGE + 1),
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use App\Facts\NumberWindow;
use App\Facts\PageWeeks;
use App\Facts\ToldBy;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Weigh\Numbers\Lens;
use App\Weigh\Numbers\Remarks;
use App\Weigh\Numbers\Told;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Demand\ChangeParts;
use Orchard\Core\Demand\ClickCurve;

/**
 * Pages that lost clicks, with the loss taken apart; and one page's change query by query. Where rows by query
 * do not tell both sides (ComparedWeeks), the loss is told by page totals alone.
 */
final class Losses
{
    /** Pages that are kept of each window and comparison. */
    private const MOST = 500;

    /** Windows that are compared query by query. */
    public const WEEKS = [4, 13];

    /** Makes the list of one window and comparison anew; called inside a transaction. */
    public static function rebuild(Store $store, NumberWindow $window, int $weeks, string $against): void
    {
        DB::delete('DELETE FROM weigh_losses WHERE store_id = ? AND weeks = ? AND against = ?', [
            $store->id,
            $weeks,
            $against,
        ]);
        $told = Told::of($store, $window);
        $rows = [];
        foreach (Markets::of($store)->all() as $market) {
            $compared = ComparedWeeks::of($told, $market->id, $weeks, $against);
            $curve = Model::of($market->id)?->curve;
            foreach (array_chunk(self::lost($store, $window, $compared), 100) as $portion) {
                $changes = $compared->hasParts
                    ? self::ofPages($store->id, array_column($portion, 'pageId'), $compared)
                    : [];
                foreach ($portion as $page) {
                    $parts =
                        $curve === null
                            ? new ChangeParts()
                            : array_reduce(
                                $changes[$page->pageId] ?? [],
                                static fn (ChangeParts $sum, array $one): ChangeParts => $sum->plus(
                                    ChangeParts::ofQuery($one['before'], $one['now'], $curve),
                                ),
                                new ChangeParts(),
                            );
                    $rows[] = [
                        $store->id,
                        $weeks,
                        $against,
                        $page->pageId,
                        $market->id,
                        $page->kind,
                        $page->clicks,
                        $page->lost,
                        $parts->demand,
                        $parts->position,
                        $parts->rate,
                        $parts->came,
                        $parts->went,
                        $compared->hasParts ? -$page->lost - $parts->total() : 0.0,
                        $compared->hasParts ? 1 : 0,
                    ];
                }
            }
        }
        Bulk::write(
            'weigh_losses',
            [
                'store_id', 'weeks', 'against', 'page_id', 'market_id', 'kind', 'clicks', 'lost', 'demand', 'place',
                'rate', 'came', 'went', 'withheld', 'has_parts',
            ],
            $rows,
        );
    }

    /** @return list<LostClicks> the most lost first */
    private static function lost(Store $store, NumberWindow $window, ComparedWeeks $compared): array
    {
        if ($compared->now === []) {
            return [];
        }
        [$weeks, $against] = [$compared->weeks, $compared->against];
        if (! $compared->hasParts || $compared->isAll) {
            return Records::select(
                LostClicks::class,
                "SELECT page_id, kind, clicks_beside_$against AS clicks, CAST(clicks_$against
                    AS SIGNED) - CAST(clicks_beside_$against AS SIGNED) AS lost FROM weigh_sums
                        WHERE store_id = ? AND weeks = ? AND device = ? AND class = ? AND market_id = ?
                        AND clicks_$against > clicks_beside_$against ORDER BY lost DESC, page_id LIMIT ".self::MOST,
                [$store->id, $weeks, Lens::ALL, Lens::ALL, $compared->market],
            );
        }
        // Rows by query tell fewer weeks than rows by page: those that both tell are compared.
        [$now, $all] = [
            self::mondays($window, $compared->now),
            self::mondays($window, [...$compared->now, ...$compared->then]),
        ];

        return Records::select(
            LostClicks::class,
            "SELECT w.page_id, i.kind, SUM(IF(w.week IN ($now), w.clicks, 0)) AS clicks, SUM(IF(w.week IN ($now),
                -1, 1) * CAST(w.clicks AS SIGNED)) AS lost FROM page_weeks w JOIN page_index i
                ON i.store_id = w.store_id AND i.page_id = w.page_id AND i.market_id = ? WHERE w.store_id = ?
                AND w.week IN ($all) GROUP BY w.page_id, i.kind HAVING lost > 0 ORDER BY lost DESC, w.page_id
                    LIMIT ".self::MOST,
            [$compared->market, $store->id],
        );
    }

    /**
     * Why losses cannot be taken apart: which days of either side rows by query do not tell.
     *
     * @return list<string>
     */
    public static function remarks(Store $store, NumberWindow $window, Lens $lens): array
    {
        $weeks = in_array($lens->weeks, self::WEEKS, true) ? $lens->weeks : 13;
        $told = Told::of($store, $window);
        $sentences = [];
        foreach ($window->isPeriod ? [] : Markets::of($store)->all() as $market) {
            if (
                ($lens->market === null || $lens->market === $market->id) &&
                $told->beside($market->id, ToldBy::Pages, $weeks, $lens->against) !== [] &&
                ! ComparedWeeks::of($told, $market->id, $weeks, $lens->against)->hasParts
            ) {
                $from = $lens->against === 'year' ? 52 : $weeks;
                $lacking = array_values(
                    array_unique([
                        ...$told->lacking($market->id, ToldBy::Queries, $from, min(104, $from + $weeks)),
                        ...$told->lacking($market->id, ToldBy::Queries, 0, $weeks),
                    ]),
                );
                $sentences[] =
                    'Losses'.
                    (count(Markets::of($store)->all()) > 1 ? " of $market->name" : '').
                    ' are known as totals only, without reasons: query data is missing for '.
                    Remarks::runs($lacking).
                    '.';
            }
        }

        return $sentences;
    }

    /** @return list<LosingPage> the pages of a comparison, the most lost first */
    public static function page(Store $store, Lens $lens): array
    {
        [$where, $values] = $lens->narrows('l.');

        return Records::select(
            LosingPage::class,
            "SELECT l.*, p.url, f.title FROM weigh_losses l JOIN pages p ON p.id = l.page_id LEFT JOIN page_facts f
                ON f.page_id = l.page_id AND f.to_crawl = 0 WHERE l.store_id = ? AND l.weeks = ?
                AND l.against = ?$where ORDER BY l.lost DESC, l.page_id LIMIT 200",
            [$store->id, in_array($lens->weeks, self::WEEKS, true) ? $lens->weeks : 13, $lens->against, ...$values],
        );
    }

    /**
     * One page's clicks in the weeks that are compared, and in those that they are compared with.
     * Null where nothing can be compared.
     */
    public static function ofPage(
        Store $store,
        NumberWindow $window,
        int $page,
        ComparedWeeks $compared,
    ): ?ClicksThenAndNow {
        [$now, $then] = [$compared->now, $compared->then];
        if ($window->isPeriod || $now === []) {
            return null;
        }
        $row = Rows::sole(
            'SELECT SUM(IF(week IN ('.
                self::mondays($window, $now).
                '), clicks, 0)) AS now, SUM(IF(week IN ('.
                self::mondays($window, $then).
                '), clicks, 0)) AS earlier FROM page_weeks WHERE store_id = ? AND page_id = ? AND week IN ('.
                self::mondays($window, [...$now, ...$then]).
                ')',
            [$store->id, $page],
        );

        return new ClicksThenAndNow($row->int('now'), $row->int('earlier'), count($now), $compared->hasParts);
    }

    /** @param  list<int>  $weeks  back */
    private static function mondays(NumberWindow $window, array $weeks): string
    {
        $monday = new DateTimeImmutable(PageWeeks::weekOf($window->lastDay));

        return implode(
            ', ',
            array_map(
                static fn (int $back): string => "'".$monday->modify('-'. 7 * $back.' days')->format('Y-m-d')."'",
                $weeks,
            ),
        );
    }

    /**
     * One page's change, query by query, the greatest first; the rest of it is withheld. Nothing where rows by query
     * do not tell both sides.
     *
     * @return list<array{query: int, before: ?array{clicks: float, impressions: float, position: float},
     *     now: ?array{clicks: float, impressions: float, position: float}, parts: ChangeParts}>
     */
    public static function queries(Store $store, int $page, ComparedWeeks $compared, ClickCurve $curve): array
    {
        $queries = [];
        $changes = $compared->hasParts ? self::ofPages($store->id, [$page], $compared)[$page] ?? [] : [];
        foreach ($changes as $query => $one) {
            $queries[] = [
                'query' => $query,
                ...$one,
                'parts' => ChangeParts::ofQuery($one['before'], $one['now'], $curve),
            ];
        }
        usort(
            $queries,
            static fn (array $a, array $b): int => abs($b['parts']->total()) <=> abs($a['parts']->total()) ?:
            $a['query'] <=> $b['query'],
        );

        return $queries;
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, array<int, array{before: ?array{clicks: float, impressions: float, position: float},
     *     now: ?array{clicks: float, impressions: float, position: float}}>> by page and query
     */
    private static function ofPages(int $store, array $pages, ComparedWeeks $compared): array
    {
        [$now, $then] = array_map(static fn (array $cells): string => implode(', ', $cells), $compared->cells());
        $changes = [];
        foreach (
            $pages === []
                ? []
                : Rows::all(
                    "SELECT page_id, query_id, span IN ($now) AS is_now, SUM(clicks) AS clicks, SUM(impressions)
                        AS impressions, SUM(position_sum) AS position_sum FROM weigh_pairs WHERE store_id = ?
                        AND page_id IN (".
                        Bulk::list($pages).
                        ") AND span IN ($now, $then) GROUP BY page_id, query_id, is_now",
                    [$store],
                ) as $row
        ) {
            $changes[$row->int('page_id')][$row->int('query_id')] ??= ['before' => null, 'now' => null];
            $changes[$row->int('page_id')][$row->int('query_id')][$row->is_now ? 'now' : 'before'] = [
                'clicks' => $row->number('clicks'),
                'impressions' => $row->number('impressions'),
                'position' => max(1.0, $row->number('position_sum') / max(1, $row->int('impressions')) / 1000),
            ];
        }

        return $changes;
    }
}

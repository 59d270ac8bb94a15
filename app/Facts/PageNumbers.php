<?php

declare(strict_types=1);

namespace App\Facts;

use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;

/** The numbers of one page over the store's window: by week, by query, and what no query row explains. */
final readonly class PageNumbers
{
    /** Queries that are listed. */
    private const QUERIES = 25;

    /**
     * @param  array<string, array{clicks: int, impressions: int, position: ?float, orders: int,
     *     revenue: float}>  $weeks  by Monday, oldest first, weeks without rows included; empty for a period
     * @param  array{clicks: int, impressions: int, position: ?float, visits: int, orders: int, revenue: float}  $total
     * @param  list<array{text: string, clicks: int, impressions: int, position: ?float}>  $queries  by clicks, then
     *     impressions
     * @param  array{queries: int, clicks: int, impressions: int}  $rest  queries that are not listed
     * @param  ?array{clicks: int, impressions: int}  $withheld  the page's own figures less all query rows, of the days
     *     that rows by query tell; null where no file told queries
     * @param  ?array{clicks: int, impressions: int, position: ?float, days: int}  $ofQueryDays  the page's own figures
     *     of those days
     * @param  array{search: int, sales: int, days: int}  $told  days of the window that each side tells in the page's
     *     market, and all
     * @param  array<string, int>  $partWeeks  weeks of which search tells only some days, and how many, by Monday
     */
    private function __construct(
        public NumberWindow $window,
        public array $weeks,
        public array $total,
        public array $queries,
        public array $rest,
        public ?array $withheld,
        public ?array $ofQueryDays,
        public array $told,
        public array $partWeeks,
    ) {
    }

    /** Null where no file has told numbers yet. */
    public static function of(Store $store, int $page): ?self
    {
        $window = NumberWindow::of($store);
        if ($window === null) {
            return null;
        }
        $weeks = $window->isPeriod ? [] : self::weeks($store, $page, $window);
        $total = [
            'clicks' => 0,
            'impressions' => 0,
            'position' => null,
            'visits' => 0,
            'orders' => 0,
            'revenue' => 0.0,
        ];
        $row = $window->isPeriod
            ? Rows::one(
                'SELECT clicks, impressions, position_milli * impressions AS position_sum, 0 AS visits, orders,
                    revenue
                    FROM page_index WHERE page_id = ?',
                [$page],
            )
            : Rows::one(
                'SELECT SUM(clicks) AS clicks, SUM(impressions) AS impressions, SUM(position_sum) AS position_sum,
                    SUM(visits) AS visits, SUM(orders) AS orders, SUM(revenue) AS revenue FROM page_weeks
                    WHERE store_id = ? AND page_id = ? AND week BETWEEN ? AND ?',
                [$store->id, $page, $window->firstDay, $window->lastDay],
            );
        if ($row !== null) {
            $total = [
                'clicks' => $row->int('clicks'),
                'impressions' => $row->int('impressions'),
                'position' => self::position($row),
                'visits' => $row->int('visits'),
                'orders' => $row->int('orders'),
                'revenue' => $row->number('revenue'),
            ];
        }
        [$told, $partWeeks] = self::told($store, $page, $window);
        $parts = self::queryParts($store, $window);
        if ($parts === []) {
            return new self(
                $window,
                $weeks,
                $total,
                [],
                ['queries' => 0, 'clicks' => 0, 'impressions' => 0],
                null,
                null,
                $told,
                $partWeeks,
            );
        }
        $where = self::rowsOf($page, $parts);
        $queries = [];
        foreach (
            Rows::all(
                "SELECT q.text, r.* FROM (SELECT query_id, SUM(clicks) AS clicks, SUM(impressions) AS impressions,
                    SUM(position_sum) AS position_sum FROM search_rows r WHERE $where GROUP BY query_id ORDER BY
                        SUM(clicks) DESC, SUM(impressions) DESC, query_id LIMIT ".
                    self::QUERIES.
                    ') r JOIN search_queries q ON q.id = r.query_id ORDER BY r.clicks DESC, r.impressions DESC,
                        r.query_id',
            ) as $query
        ) {
            $queries[] = [
                'text' => $query->text('text'),
                'clicks' => $query->int('clicks'),
                'impressions' => $query->int('impressions'),
                'position' => self::position($query),
            ];
        }
        $all = Rows::sole(
            "SELECT COUNT(DISTINCT query_id) AS queries, SUM(clicks) AS clicks, SUM(impressions) AS impressions
                FROM search_rows r WHERE $where",
        );
        $rest = [
            'queries' => $all->int('queries') - count($queries),
            'clicks' => $all->int('clicks') - array_sum(array_column($queries, 'clicks')),
            'impressions' => $all->int('impressions') - array_sum(array_column($queries, 'impressions')),
        ];

        $own = $window->isPeriod
            ? [
                'clicks' => $total['clicks'],
                'impressions' => $total['impressions'],
                'position' => $total['position'],
                'days' => $window->length(),
            ]
            : self::ofDays($store, $page, $window, $parts);

        return new self(
            $window,
            $weeks,
            $total,
            $queries,
            $rest,
            [
                'clicks' => $own['clicks'] - $all->int('clicks'),
                'impressions' => $own['impressions'] - $all->int('impressions'),
            ],
            $own,
            $told,
            $partWeeks,
        );
    }

    /** @return array{array{search: int, sales: int, days: int}, array<string, int>} */
    private static function told(Store $store, int $page, NumberWindow $window): array
    {
        if ($window->isPeriod) {
            return [['search' => $window->length(), 'sales' => $window->length(), 'days' => $window->length()], []];
        }
        $market = Typed::int(DB::table('pages')->where('id', $page)->value('market_id'));
        $weeks = ToldWeeks::of($store, $window);
        $some = [];
        for ($back = 0; $back < NumberWindow::WEEKS; $back++) {
            $days = $weeks->daysIn($market, ToldBy::Pages, $back);
            $days === 7 ||
                ($some[
                    (new DateTimeImmutable(PageWeeks::weekOf($window->lastDay)))
                        ->modify('-'. 7 * $back.' days')
                        ->format('Y-m-d')
                ] = $days);
        }

        return [
            [
                'search' => $weeks->count($market, ToldBy::Pages, NumberWindow::WEEKS),
                'sales' => $weeks->count($market, ToldBy::Sales, NumberWindow::WEEKS),
                'days' => 7 * NumberWindow::WEEKS,
            ],
            $some,
        ];
    }

    /**
     * The page's own figures of the days that rows by query tell.
     *
     * @param  list<GrainDays>  $queryParts
     * @return array{clicks: int, impressions: int, position: ?float, days: int}
     */
    private static function ofDays(Store $store, int $page, NumberWindow $window, array $queryParts): array
    {
        $days = array_fill_keys(
            array_merge(...array_map(static fn (GrainDays $part): array => $part->days, $queryParts)),
            true,
        );
        $parts = array_values(
            array_filter(
                array_map(
                    static fn (GrainDays $part): ?GrainDays => $part->on(
                        static fn (string $day): bool => isset($days[$day]),
                    ),
                    GrainDays::of($store->id, FactTable::Search, [$window->firstDay, $window->lastDay]),
                ),
            ),
        );
        $row = Rows::sole(
            'SELECT COALESCE(SUM(r.clicks), 0) AS clicks, COALESCE(SUM(r.impressions), 0) AS impressions,
                COALESCE(SUM(r.position_sum), 0) AS position_sum FROM search_rows r WHERE '.
                self::rowsOf($page, $parts),
        );

        return [
            'clicks' => $row->int('clicks'),
            'impressions' => $row->int('impressions'),
            'position' => self::position($row),
            'days' => count($days),
        ];
    }

    /** @return array<string, array{clicks: int, impressions: int, position: ?float, orders: int, revenue: float}> */
    private static function weeks(Store $store, int $page, NumberWindow $window): array
    {
        $weeks = [];
        for (
            $week = new DateTimeImmutable($window->firstDay);
            $week->format('Y-m-d') <= $window->lastDay;
            $week = $week->modify('+7 days')
        ) {
            $weeks[$week->format('Y-m-d')] = [
                'clicks' => 0,
                'impressions' => 0,
                'position' => null,
                'orders' => 0,
                'revenue' => 0.0,
            ];
        }
        foreach (
            Rows::all('SELECT * FROM page_weeks WHERE store_id = ? AND page_id = ? AND week BETWEEN ? AND ?', [
                $store->id,
                $page,
                $window->firstDay,
                $window->lastDay,
            ]) as $row
        ) {
            $weeks[$row->text('week')] = [
                'clicks' => $row->int('clicks'),
                'impressions' => $row->int('impressions'),
                'position' => self::position($row),
                'orders' => $row->int('orders'),
                'revenue' => $row->number('revenue'),
            ];
        }

        return $weeks;
    }

    /** @return list<GrainDays> rows by query that count in the window; none where no file told any */
    private static function queryParts(Store $store, NumberWindow $window): array
    {
        $asked = Grain::PAGE | Grain::QUERY;

        return $window->isPeriod
            ? GrainDays::ofPeriod($store->id, FactTable::Search, $window, $asked)
            : GrainDays::of($store->id, FactTable::Search, [$window->firstDay, $window->lastDay], $asked);
    }

    /** @param  list<GrainDays>  $parts  one at least */
    private static function rowsOf(int $page, array $parts): string
    {
        return implode(
            ' OR ',
            array_map(static fn (GrainDays $part): string => "(r.page_id = $page AND {$part->condition()})", $parts),
        );
    }

    private static function position(Row $row): ?float
    {
        return $row->int('impressions') === 0 || $row->int('position_sum') === 0
            ? null
            : $row->number('position_sum') / $row->int('impressions') / 1000;
    }
}

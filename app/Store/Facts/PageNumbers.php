<?php

declare(strict_types=1);

namespace App\Store\Facts;

use App\Store\Models\Store;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;

/** The numbers of one page over the store's window: by week, by query, and what no query row explains. */
final readonly class PageNumbers
{
    /** Queries that are listed. */
    private const QUERIES = 25;

    /**
     * @param  array<string, array{clicks: int, impressions: int, position: ?float, orders: int, revenue: float}>  $weeks  by Monday, oldest first, weeks without rows included; empty for a period
     * @param  array{clicks: int, impressions: int, position: ?float, visits: int, orders: int, revenue: float}  $total
     * @param  list<array{text: string, clicks: int, impressions: int, position: ?float}>  $queries  by clicks, then impressions
     * @param  array{queries: int, clicks: int, impressions: int}  $rest  queries that are not listed
     * @param  ?array{clicks: int, impressions: int}  $withheld  the page's own figures less all query rows; null where no file told queries
     */
    private function __construct(public NumberWindow $window, public array $weeks, public array $total, public array $queries, public array $rest, public ?array $withheld)
    {
    }

    /** Null where no file has told numbers yet. */
    public static function of(Store $store, int $page): ?self
    {
        $window = NumberWindow::of($store);
        if ($window === null) {
            return null;
        }
        $weeks = $window->isPeriod ? [] : self::weeks($store, $page, $window);
        $total = ['clicks' => 0, 'impressions' => 0, 'position' => null, 'visits' => 0, 'orders' => 0, 'revenue' => 0.0];
        $row = $window->isPeriod
            ? DB::selectOne('SELECT clicks, impressions, position_milli * impressions AS position_sum, 0 AS visits, orders, revenue FROM page_index WHERE page_id = ?', [$page])
            : DB::selectOne('SELECT SUM(clicks) AS clicks, SUM(impressions) AS impressions, SUM(position_sum) AS position_sum, SUM(visits) AS visits, SUM(orders) AS orders, SUM(revenue) AS revenue FROM page_weeks WHERE store_id = ? AND page_id = ? AND week BETWEEN ? AND ?', [$store->id, $page, $window->firstDay, $window->lastDay]);
        if ($row !== null) {
            $total = ['clicks' => (int) $row->clicks, 'impressions' => (int) $row->impressions, 'position' => self::position($row), 'visits' => (int) $row->visits, 'orders' => (int) $row->orders, 'revenue' => (float) $row->revenue];
        }
        $where = self::queryRows($store, $page, $window);
        if ($where === '') {
            return new self($window, $weeks, $total, [], ['queries' => 0, 'clicks' => 0, 'impressions' => 0], null);
        }
        $queries = [];
        foreach (DB::select("SELECT q.text, r.* FROM (SELECT query_id, SUM(clicks) AS clicks, SUM(impressions) AS impressions, SUM(position_sum) AS position_sum FROM search_rows r WHERE $where GROUP BY query_id ORDER BY SUM(clicks) DESC, SUM(impressions) DESC, query_id LIMIT ".self::QUERIES.') r JOIN search_queries q ON q.id = r.query_id ORDER BY r.clicks DESC, r.impressions DESC, r.query_id') as $query) {
            $queries[] = ['text' => (string) $query->text, 'clicks' => (int) $query->clicks, 'impressions' => (int) $query->impressions, 'position' => self::position($query)];
        }
        $all = DB::selectOne("SELECT COUNT(DISTINCT query_id) AS queries, SUM(clicks) AS clicks, SUM(impressions) AS impressions FROM search_rows r WHERE $where");
        $rest = ['queries' => (int) $all->queries - count($queries), 'clicks' => (int) $all->clicks - array_sum(array_column($queries, 'clicks')), 'impressions' => (int) $all->impressions - array_sum(array_column($queries, 'impressions'))];

        return new self($window, $weeks, $total, $queries, $rest, ['clicks' => $total['clicks'] - (int) $all->clicks, 'impressions' => $total['impressions'] - (int) $all->impressions]);
    }

    /** @return array<string, array{clicks: int, impressions: int, position: ?float, orders: int, revenue: float}> */
    private static function weeks(Store $store, int $page, NumberWindow $window): array
    {
        $weeks = [];
        for ($week = new DateTimeImmutable($window->firstDay); $week->format('Y-m-d') <= $window->lastDay; $week = $week->modify('+7 days')) {
            $weeks[$week->format('Y-m-d')] = ['clicks' => 0, 'impressions' => 0, 'position' => null, 'orders' => 0, 'revenue' => 0.0];
        }
        foreach (DB::select('SELECT * FROM page_weeks WHERE store_id = ? AND page_id = ? AND week BETWEEN ? AND ?', [$store->id, $page, $window->firstDay, $window->lastDay]) as $row) {
            $weeks[(string) $row->week] = ['clicks' => (int) $row->clicks, 'impressions' => (int) $row->impressions, 'position' => self::position($row), 'orders' => (int) $row->orders, 'revenue' => (float) $row->revenue];
        }

        return $weeks;
    }

    /** A condition on search_rows (r) for the page's query rows; empty where no file told any. */
    private static function queryRows(Store $store, int $page, NumberWindow $window): string
    {
        $asked = Grain::PAGE | Grain::QUERY;
        $parts = $window->isPeriod ? GrainDays::ofPeriod($store->id, FactTable::Search, $window, $asked) : GrainDays::of($store->id, FactTable::Search, $window->firstDay, $window->lastDay, $asked);

        return implode(' OR ', array_map(static fn (GrainDays $part): string => "(r.page_id = $page AND {$part->condition()})", $parts));
    }

    private static function position(object $row): ?float
    {
        return (int) $row->impressions === 0 || (int) $row->position_sum === 0 ? null : (float) $row->position_sum / (int) $row->impressions / 1000;
    }
}

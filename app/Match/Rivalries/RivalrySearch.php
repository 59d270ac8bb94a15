<?php

declare(strict_types=1);

namespace App\Match\Rivalries;

use App\Facts\NumberWindow;
use App\Facts\QueryDays;
use App\Match\Terms\Asks;
use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use Orchard\Core\Terms\AskedFor;
use Orchard\Core\Terms\Rivals;

/** Finds pages of a store that are seen for one term, and tells those that take turns from those shown side by side. */
final class RivalrySearch
{
    /** Impressions of the lesser page within the window, below which days say nothing. */
    private const LEAST_IMPRESSIONS = 30;

    /** Pages beside the first that are looked at for a term. */
    private const OTHERS = 2;

    private const PORTION = 40;

    private const COLUMNS = [
        'store_id', 'market_id', 'term_id', 'page_id', 'rival_id', 'run', 'impressions', 'rival_impressions', 'clicks',
        'rival_clicks', 'position_milli', 'rival_position_milli', 'turns', 'switches', 'lost_clicks', 'takes_turns',
        'worth',
    ];

    /** @return bool whether it came to its end */
    public static function all(Store $store, WorkRun $run): bool
    {
        $days = new QueryDays($store);
        $window = NumberWindow::of($store);
        $weeks = $window === null ? 1.0 : max(1.0, $window->length() / 7);
        $after = $done = 0;
        while ($days->isTold() && ($terms = self::next($store, $run, $after)) !== []) {
            $after = max(array_map(static fn (SharedTerm $term): int => $term->id, $terms));
            $rows = self::judged($store, $run, $days, $terms, $weeks);
            $run->fenced(static fn () => Bulk::write('match_rivalries', self::COLUMNS, $rows, 'REPLACE'));
            $done += count($terms);
            $run->beat(['phase' => 'looking for rivals', 'terms' => $done]);
            if ($run->stopAsked()) {
                return false;
            }
        }
        $run->fenced(static fn () => RivalryBook::mark($store, $run->workId));

        return true;
    }

    /** @return array<string, SharedTerm> by key; the next ones after a term's number */
    private static function next(Store $store, WorkRun $run, int $after): array
    {
        $terms = [];
        foreach (
            Rows::all(
                'SELECT t.id, t.digest, t.market_id, t.worth FROM match_terms t WHERE t.store_id = ? AND t.run = ? AND
                    t.id > ?
                    AND t.excluded = 0 AND t.asked <> ? AND (SELECT COUNT(*) FROM match_seen s WHERE s.store_id =
                    t.store_id
                    AND s.run = t.run AND s.market_id = t.market_id AND s.term_digest = t.digest AND s.impressions >=
                    ?) > 1
                    ORDER BY t.id LIMIT '.self::PORTION,
                [$store->id, $run->workId, $after, Asks::number(AskedFor::Brand), self::LEAST_IMPRESSIONS],
            ) as $row
        ) {
            $term = new SharedTerm(
                $row->int('id'),
                $row->int('market_id'),
                $row->text('digest'),
                $row->number('worth'),
            );
            $terms[$term->key()] = $term;
        }
        if ($terms === []) {
            return [];
        }
        foreach (
            Rows::all(
                'SELECT s.market_id, s.term_digest, s.page_id, s.clicks, s.impressions, s.position_sum FROM match_seen s
                    JOIN page_index i ON i.store_id = s.store_id AND i.page_id = s.page_id AND i.indexable = 1 AND
                    i.status = 200
                    WHERE s.store_id = ? AND s.run = ? AND s.term_digest IN ('.
                    self::digests($terms).
                    ')
                    AND s.impressions >= ? ORDER BY s.impressions DESC, s.page_id',
                [$store->id, $run->workId, self::LEAST_IMPRESSIONS],
            ) as $row
        ) {
            $term = $terms[$row->market_id.'-'.$row->term_digest] ?? null;
            if ($term !== null && count($term->pages) <= self::OTHERS) {
                $term->pages[] = [
                    'page' => $row->int('page_id'),
                    'clicks' => $row->int('clicks'),
                    'impressions' => $row->int('impressions'),
                    'places' => $row->int('position_sum'),
                ];
            }
        }

        return $terms;
    }

    /** @param  non-empty-array<string, SharedTerm>  $terms */
    private static function digests(array $terms): string
    {
        return Bytes::list(array_values(array_map(static fn (SharedTerm $term): string => $term->digest, $terms)));
    }

    /**
     * @param  non-empty-array<string, SharedTerm>  $terms
     * @return list<list<int|float|string>>
     */
    private static function judged(Store $store, WorkRun $run, QueryDays $days, array $terms, float $weeks): array
    {
        $pages = $queries = $own = [];
        foreach (
            Rows::all(
                'SELECT market_id, term_digest, query_id FROM match_queries WHERE store_id = ? AND run = ? AND
                    term_digest IN ('.
                    self::digests($terms).
                    ')',
                [$store->id, $run->workId],
            ) as $row
        ) {
            $own[$row->market_id.'-'.$row->term_digest][] = $row->int('query_id');
            $queries[$row->int('query_id')] = true;
        }
        foreach ($terms as $term) {
            if (count($term->pages) > 1) {
                $pages += array_fill_keys(array_column($term->pages, 'page'), true);
            }
        }
        if ($pages === [] || $queries === []) {
            return [];
        }
        $told = $days->of(array_keys($pages), array_keys($queries));
        $rows = [];
        foreach ($terms as $key => $term) {
            foreach (array_slice($term->pages, 1) as $other) {
                $first = $term->pages[0];
                $rivals = Rivals::of(
                    self::together($told, $own[$key] ?? [], $first['page']),
                    self::together($told, $own[$key] ?? [], $other['page']),
                    $days->count(),
                );
                if ($rivals->share < Rivals::LEAST_SHARE) {
                    continue;
                }
                $rows[] = [
                    $store->id,
                    $term->market,
                    $term->id,
                    $first['page'],
                    $other['page'],
                    $run->workId,
                    $first['impressions'],
                    $other['impressions'],
                    $first['clicks'],
                    $other['clicks'],
                    (int) round($first['places'] / max(1, $first['impressions'])),
                    (int) round($other['places'] / max(1, $other['impressions'])),
                    round($rivals->turns, 4),
                    min(65535, $rivals->switches),
                    round(($rivals->lostClicks * 4) / $weeks, 3),
                    $rivals->takeTurns() ? 1 : 0,
                    $term->worth,
                ];
            }
        }

        return $rows;
    }

    /**
     * Days of a page for all the queries of one term.
     *
     * @param  array<int, array<int, array<string, array{impressions: int, position: float, clicks: int}>>>  $told
     * @param  list<int>  $queries
     * @return array<string, array{impressions: int, position: float, clicks: int}>
     */
    private static function together(array $told, array $queries, int $page): array
    {
        $days = [];
        foreach ($queries as $query) {
            foreach ($told[$query][$page] ?? [] as $day => $row) {
                $old = $days[$day] ?? null;
                if ($old === null) {
                    $days[$day] = $row;
                } else {
                    $all = $old['impressions'] + $row['impressions'];
                    $places = $old['position'] * $old['impressions'] + $row['position'] * $row['impressions'];
                    $days[$day] = [
                        'impressions' => $all,
                        'position' => $places / $all,
                        'clicks' => $old['clicks'] + $row['clicks'],
                    ];
                }
            }
        }

        return $days;
    }
}

<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use App\Facts\NumberWindow;
use App\Facts\PageWeeks;
use App\Facts\ToldBy;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkRun;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use App\Weigh\Numbers\SeasonWeeks;
use App\Weigh\Numbers\Told;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Demand\SeasonFactor;
use Orchard\Core\Demand\Span;

/**
 * What lies ahead, as it was a year earlier: of the store, of each collection leaned on the store, and of each page
 * leaned on its collection. A page's collection is the smallest whose main content links to it.
 */
final class Seasons
{
    /** As decimals: a sum of fractions in floating point hangs on the order in which the database reads them. */
    private const SUMS = 'SUM(CAST(base AS DECIMAL(24, 6))) AS base, SUM(CAST(ahead_4 AS DECIMAL(24, 6))) AS ahead4,
        SUM(CAST(ahead_13 AS DECIMAL(24, 6))) AS ahead13, SUM(CAST(ahead_26 AS DECIMAL(24, 6))) AS ahead26';

    public const AHEAD = SeasonWeeks::AHEAD;

    /** A week that was seen this many times as often as the window's weeks begins a season. */
    private const COMES = 1.5;

    /** Weeks before a season in which work should be done: six to ten. */
    private const WORK_BEFORE = 8;

    /** Collections that have a season of their own. */
    private const GROUPS = 2000;

    public static function rebuild(WorkRun $run, Store $store, NumberWindow $window): void
    {
        $id = $store->id;
        $run->fenced(static function () use ($id): void {
            DB::update('UPDATE weigh_seasons SET group_id = 0 WHERE store_id = ? AND group_id > 0', [$id]);
            DB::update(
                "UPDATE weigh_seasons s JOIN (
                SELECT m.page_id, SUBSTRING_INDEX(GROUP_CONCAT(m.collection_id ORDER BY c.links_out,
                m.collection_id),
                ',', 1) AS collection FROM collection_pages m JOIN page_index c ON c.page_id = m.collection_id
                WHERE m.store_id = ? GROUP BY m.page_id) m ON m.page_id = s.page_id SET s.group_id = m.collection
                WHERE s.store_id = ?",
                [$id, $id],
            );
            DB::update(
                'UPDATE weigh_seasons s JOIN page_index i ON i.page_id = s.page_id AND i.kind = ?
                    SET s.group_id = s.page_id WHERE s.store_id = ?',
                [PageKind::Collection->value, $id],
            );
            DB::delete('DELETE FROM weigh_season_groups WHERE store_id = ?', [$id]);
        });
        $told = self::toldWeeks($store, $window);
        $total = Records::sole(SeasonSums::class, 'SELECT '.self::SUMS.' FROM weigh_seasons WHERE store_id = ?', [
            $id,
        ]);
        $of = self::factors($total, [4 => 1.0, 13 => 1.0, 26 => 1.0], SeasonFactor::OF_STORE);
        $groups = [[0, $of, self::comes($window, self::weekly($store, $window, null), $told, 1.0)]];
        foreach (
            Records::select(
                SeasonSums::class,
                'SELECT group_id, '.
                    self::SUMS.
                    ' FROM weigh_seasons WHERE store_id = ? AND group_id > 0 GROUP BY group_id HAVING SUM(base) > 0
                        ORDER BY base DESC, group_id LIMIT '.
                    self::GROUPS,
                [$id],
            ) as $row
        ) {
            $groups[] = [
                $row->groupId,
                self::factors($row, $of, SeasonFactor::OF_STORE),
                self::comes($window, self::weekly($store, $window, $row->groupId), $told, $row->base),
            ];
            $run->beat();
        }
        $run->fenced(
            static fn (): bool => DB::table('weigh_season_groups')->insert(
                array_map(
                    static fn (array $one): array => [
                        'store_id' => $id,
                        'group_id' => $one[0],
                        'ahead_4' => $one[1][4],
                        'ahead_13' => $one[1][13],
                        'ahead_26' => $one[1][26],
                        'week' => $one[2]['week'],
                        'peak' => $one[2]['peak'],
                    ],
                    $groups,
                ),
            ),
        );
    }

    /**
     * The factors of a page.
     *
     * @param  ?SeasonSums  $own  of the page a year earlier; null where nothing is known
     * @param  array<int, float>  $group  its group's factors
     * @return array<int, float> by weeks ahead
     */
    public static function ofPage(?SeasonSums $own, array $group): array
    {
        return self::factors($own, $group, SeasonFactor::OF_GROUP);
    }

    /** The day by which a page's work should be done that its season may find it; null where none comes. */
    public static function workBy(?string $week): ?string
    {
        return $week === null
            ? null
            : (new DateTimeImmutable($week))->modify('-'. 7 * self::WORK_BEFORE.' days')->format('Y-m-d');
    }

    /**
     * @param  array<int, float>  $wider
     * @return array<int, float>
     */
    private static function factors(?SeasonSums $sums, array $wider, float $strength): array
    {
        $factors = [];
        foreach (self::AHEAD as $weeks) {
            $factors[$weeks] = (new SeasonFactor(
                $sums->base ?? 0.0,
                $sums?->ahead($weeks) ?? 0.0,
                $weeks,
                NumberWindow::WEEKS,
            ))->shrunk($wider[$weeks], $strength);
        }

        return $factors;
    }

    /**
     * @return array<string, true> Mondays of last year's weeks that are wholly told in every market that is told at all
     */
    private static function toldWeeks(Store $store, NumberWindow $window): array
    {
        $told = Told::of($store, $window);
        $markets = array_filter(
            Markets::of($store)->all(),
            static fn (Market $one): bool => $told->count($one->id, ToldBy::Pages, Span::WEEKS) > 0,
        );
        $weeks = [];
        for ($back = 0; $back < 52 + NumberWindow::WEEKS; $back++) {
            if (
                $markets !== [] &&
                array_filter(
                    $markets,
                    static fn (Market $one): bool => $told->daysIn($one->id, ToldBy::Pages, $back) < 7,
                ) === []
            ) {
                $weeks[
                    (new DateTimeImmutable(PageWeeks::weekOf($window->lastDay)))
                        ->modify('-'. 7 * $back.' days')
                        ->format('Y-m-d')
                ] = true;
            }
        }

        return $weeks;
    }

    /**
     * @return array<string, float> impressions of the group by week, from the window a year earlier to half a year
     *     behind it
     */
    private static function weekly(Store $store, NumberWindow $window, ?int $group): array
    {
        $from = (new DateTimeImmutable($window->firstDay))->modify('-364 days')->format('Y-m-d');
        $to = (new DateTimeImmutable(PageWeeks::weekOf($window->lastDay)))
            ->modify(7 * 26 - 364 .' days')
            ->format('Y-m-d');
        $rows =
            $group === null
                ? Rows::all(
                    'SELECT week, SUM(impressions) AS seen FROM weigh_weeks WHERE store_id = ? AND part = 0
                        AND device = 9 AND class = 9 AND week BETWEEN ? AND ? GROUP BY week',
                    [$store->id, $from, $to],
                )
                : Rows::all(
                    'SELECT w.week, SUM(w.impressions) AS seen FROM weigh_seasons s JOIN page_weeks w
                        ON w.store_id = s.store_id AND w.page_id = s.page_id AND w.week BETWEEN ? AND ?
                        WHERE s.store_id = ? AND s.group_id = ? GROUP BY w.week',
                    [$from, $to, $store->id, $group],
                );
        $weeks = [];
        foreach ($rows as $row) {
            $weeks[$row->text('week')] = $row->number('seen');
        }
        ksort($weeks);

        return $weeks;
    }

    /**
     * When the season comes, seen from now: the first week ahead that was seen COMES times as often as the window's
     * weeks, and lasted; and how high it goes.
     *
     * @param  array<string, float>  $weeks
     * @param  array<string, true>  $told  weeks that are told; of the others nothing is known
     * @return array{week: ?string, peak: float}
     */
    private static function comes(NumberWindow $window, array $weeks, array $told, float $base): array
    {
        $weeks = array_intersect_key($weeks, $told);
        $last = (new DateTimeImmutable(PageWeeks::weekOf($window->lastDay)))->modify('-364 days')->format('Y-m-d');
        $now = array_filter($weeks, static fn (string $week): bool => $week <= $last, ARRAY_FILTER_USE_KEY);
        $base13 = count(
            array_filter(
                array_keys($told),
                static fn (string $week): bool => $week <= $last &&
                    $week >
                        (new DateTimeImmutable($last))
                            ->modify('-'. 7 * NumberWindow::WEEKS.' days')
                            ->format('Y-m-d'),
            ),
        );
        $mean = array_sum($now) / max(1, $base13);
        if ($base <= 0 || $mean < 20 || count($now) < 4 || 2 * $base13 < NumberWindow::WEEKS) {
            return ['week' => null, 'peak' => 1.0];
        }
        $peak = 1.0;
        $first = null;
        for ($i = 1; $i <= 26; $i++) {
            $at = static function (int $by) use ($weeks, $told, $last, $i, $mean): float {
                $week = (new DateTimeImmutable($last))->modify(7 * ($i + $by).' days')->format('Y-m-d');

                return isset($told[$week]) ? $weeks[$week] ?? 0.0 : $mean;
            };
            // Three weeks together, so that one odd week makes no season; and the first of them itself, so that none
            // begins before it does.
            $smooth = ($at(0) + $at(1) + $at(2)) / 3 / $mean;
            $peak = max($peak, $smooth);
            if ($first === null && $smooth >= self::COMES && $at(0) / $mean >= self::COMES) {
                $first = (new DateTimeImmutable($last))->modify(364 + 7 * $i.' days')->format('Y-m-d');
            }
        }

        return ['week' => $first, 'peak' => $peak];
    }
}

<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Facts\ToldWeeks;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Orchard\Core\Demand\ClickCurve;

/**
 * Bands of positions, cut where the store's own curve has halved once more, and how many queries of how many pages
 * stand in each, week by week.
 */
final class PlaceBands
{
    /** Positions that are told apart. */
    private const DEEPEST = 20;

    private const BANDS = 6;

    /** @return non-empty-list<array{from: int, to: ?int}> to is null for the last, which holds all beyond */
    public static function of(?ClickCurve $curve): array
    {
        $bands = [];
        $from = 1;
        for ($position = 1; $position < self::DEEPEST && count($bands) < self::BANDS - 1; $position++) {
            $rate = static fn (int $at): float => $curve?->rate($at) ?? ClickCurve::assumed($at);
            if ($rate($position + 1) <= $rate($from) / 2) {
                $bands[] = ['from' => $from, 'to' => $position];
                $from = $position + 1;
            }
        }
        if ($from < self::DEEPEST) {
            $bands[] = ['from' => $from, 'to' => self::DEEPEST];
        }
        $bands[] = ['from' => self::DEEPEST + 1, 'to' => null];

        return $bands;
    }

    /**
     * @param  non-empty-list<array{from: int, to: ?int}>  $bands
     * @return array<string, list<array{pairs: int, clicks: int, impressions: int}>> by week, oldest first, then by band
     */
    public static function weeks(Store $store, Lens $lens, array $bands): array
    {
        [$narrows, $values] = $lens->narrows('');
        $weeks = [];
        foreach (
            Rows::all(
                "SELECT week, place, SUM(pairs) AS pairs, SUM(clicks) AS clicks, SUM(impressions) AS impressions
                    FROM weigh_places WHERE store_id = ? AND part = 0$narrows GROUP BY week, place ORDER BY week,
                        place",
                [$store->id, ...$values],
            ) as $row
        ) {
            $weeks[$row->text('week')] ??= array_fill(0, count($bands), [
                'pairs' => 0,
                'clicks' => 0,
                'impressions' => 0,
            ]);
            $at = self::bandOf($row->int('place'), $bands);
            $known = $weeks[$row->text('week')][$at];
            $weeks[$row->text('week')][$at] = [
                'pairs' => $known['pairs'] + $row->int('pairs'),
                'clicks' => $known['clicks'] + $row->int('clicks'),
                'impressions' => $known['impressions'] + $row->int('impressions'),
            ];
        }

        return $weeks;
    }

    /**
     * How many of one page's queries stand in each band: in the last four weeks, the four before them, and the five
     * before those.
     *
     * @param  non-empty-list<array{from: int, to: ?int}>  $bands
     * @return list<list<int>> by span, newest first, then by band
     */
    public static function ofPage(Store $store, int $page, array $bands): array
    {
        $counts = array_fill(0, 3, array_fill(0, count($bands), 0));
        foreach (
            Rows::all(
                'SELECT span DIV '.
                    ToldWeeks::CELLS.
                    ' AS part, LEAST(21, GREATEST(1, ROUND(SUM(position_sum) / SUM(impressions) / 1000))) AS place
                        FROM weigh_pairs WHERE store_id = ? AND page_id = ? AND span < '.
                    ToldWeeks::WINDOW.
                    ' AND position_sum > 0 GROUP BY part, query_id',
                [$store->id, $page],
            ) as $row
        ) {
            $counts[$row->int('part')][self::bandOf($row->int('place'), $bands)]++;
        }

        return array_values(array_map(array_values(...), $counts));
    }

    /** @param  array{from: int, to: ?int}  $band */
    public static function label(array $band): string
    {
        return $band['to'] === null
            ? 'beyond '.($band['from'] - 1)
            : ($band['from'] === $band['to']
                ? (string) $band['from']
                : "{$band['from']} to {$band['to']}");
    }

    /** @param  non-empty-list<array{from: int, to: ?int}>  $bands */
    private static function bandOf(int $place, array $bands): int
    {
        foreach ($bands as $nth => $band) {
            if ($band['to'] === null || $place <= $band['to']) {
                return $nth;
            }
        }

        return count($bands) - 1;
    }
}

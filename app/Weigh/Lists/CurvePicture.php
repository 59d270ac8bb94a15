<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

use App\Facts\ToldWeeks;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Weigh\Numbers\Lens;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Demand\ClickCurve;
use Orchard\Core\Demand\RateRange;

/**
 * Pages, or the queries of one page, on position by click rate, with the store's own curve and its band: both axes
 * logarithmic. What hangs clearly below the curve is marked. Own brand is left out, as it is of the curve.
 */
final readonly class CurvePicture
{
    public const WIDTH = 1000;

    public const HEIGHT = 420;

    private const LEFT = 56;

    private const BOTTOM = 30;

    private const DEEPEST = 60.0;

    private const LEAST = 0.001;

    private const MOST = 0.7;

    /** Marks that are drawn one by one; the rest is told by density. */
    private const MARKS = 2000;

    /**
     * @return array{from: float, to: float, low: float, high: float} what is asked of positions and rates; the whole
     *     picture where nothing is
     */
    public static function range(Request $request): array
    {
        $number = static fn (string $key, float $usual): float => is_string($request->query($key)) &&
        is_numeric($request->query($key))
            ? (float) $request->query($key)
            : $usual;
        $range = [
            'from' => max(1.0, $number('from', 1)),
            'to' => min(150.0, $number('to', 150)),
            'low' => max(0.0, $number('low', 0) / 100),
            'high' => min(1.0, $number('high', 100) / 100),
        ];

        return [
            'from' => min($range['from'], $range['to']),
            'to' => max($range['from'], $range['to']),
            'low' => min($range['low'], $range['high']),
            'high' => max($range['low'], $range['high']),
        ];
    }

    public static function x(float $position): float
    {
        return round(
            self::LEFT +
                ((self::WIDTH - self::LEFT - 12) * log(max(1.0, min(self::DEEPEST, $position)))) / log(self::DEEPEST),
            1,
        );
    }

    public static function y(float $rate): float
    {
        $at = log(max(self::LEAST, min(self::MOST, $rate)) / self::LEAST) / log(self::MOST / self::LEAST);

        return round(self::HEIGHT - self::BOTTOM - (self::HEIGHT - self::BOTTOM - 12) * $at, 1);
    }

    /**
     * The pages that are seen most in a lens's market and kind.
     *
     * @return list<array{id: int, name: string, x: float, y: float, r: float, hangs: bool, position: float,
     *     rate: float, clicks: int, impressions: int, upside: float}>
     */
    public static function pages(Store $store, Lens $lens, ClickCurve $curve): array
    {
        [$narrows, $values] = $lens->narrows();
        $where =
            's.store_id = ? AND s.weeks = 13 AND s.device = '.
            Lens::ALL.
            ' AND s.class = '.
            Lens::BUT_BRAND.
            $narrows;
        $rows = Rows::all(
            "SELECT r.*, p.url, w.upside, w.click_value FROM (SELECT s.page_id, s.clicks, s.impressions,
                s.position_sum
                FROM weigh_sums s WHERE $where AND s.impressions > 0 ORDER BY s.impressions DESC, s.page_id DESC
                    LIMIT ".
                self::MARKS.
                ') r JOIN pages p ON p.id = r.page_id LEFT JOIN weigh_scores w ON w.page_id = r.page_id',
            [$store->id, ...$values],
        );

        return self::marks(
            array_values(
                array_map(
                    static fn (Row $row): array => [
                        'id' => $row->int('page_id'),
                        'name' => (string) preg_replace('~^https?://[^/]+~', '', $row->text('url')),
                        'clicks' => $row->int('clicks'),
                        'impressions' => $row->int('impressions'),
                        'position_sum' => $row->int('position_sum'),
                        'worth' => $row->number('click_value') * $row->int('clicks'),
                        'upside' => $row->number('upside'),
                    ],
                    $rows,
                ),
            ),
            $curve,
        );
    }

    /**
     * The queries of one page.
     *
     * @return list<array{id: int, name: string, x: float, y: float, r: float, hangs: bool, position: float,
     *     rate: float, clicks: int, impressions: int, upside: float}>
     */
    public static function queries(Store $store, int $page, ClickCurve $curve): array
    {
        $rows = Rows::all(
            'SELECT r.*, q.text FROM (SELECT query_id, SUM(clicks) AS clicks, SUM(impressions) AS impressions,
                SUM(position_sum) AS position_sum FROM weigh_pairs WHERE store_id = ? AND page_id = ? AND span < '.
                ToldWeeks::WINDOW.
                ' GROUP BY query_id ORDER BY SUM(impressions) DESC, query_id LIMIT '.
                self::MARKS.
                ') r JOIN weigh_queries w ON w.store_id = ? AND w.query_id = r.query_id AND w.class <> 1
                    JOIN search_queries q ON q.id = r.query_id',
            [$store->id, $page, $store->id],
        );

        return self::marks(
            array_values(
                array_map(
                    static fn (Row $row): array => [
                        'id' => $row->int('query_id'),
                        'name' => $row->text('text'),
                        'clicks' => $row->int('clicks'),
                        'impressions' => $row->int('impressions'),
                        'position_sum' => $row->int('position_sum'),
                        'worth' => $row->number('impressions'),
                        'upside' => 0.0,
                    ],
                    $rows,
                ),
            ),
            $curve,
        );
    }

    /**
     * How many pages stand where, those that have marks included.
     *
     * @return list<array{x: float, y: float, width: float, height: float, pages: int, part: float}>
     */
    public static function density(Store $store, Lens $lens): array
    {
        [$narrows, $values] = $lens->narrows('');
        $rows = Rows::all(
            "SELECT place, rate, SUM(pages) AS pages FROM weigh_density WHERE store_id = ?$narrows GROUP BY place,
                rate",
            [$store->id, ...$values],
        );
        $most = max([1, ...array_map(static fn (Row $row): int => $row->int('pages'), $rows)]);
        $cells = [];
        foreach ($rows as $row) {
            [$left, $right] = [self::x(exp($row->int('place') * 0.25)), self::x(exp(($row->int('place') + 1) * 0.25))];
            [$low, $high] = [
                self::y(self::LEAST * exp($row->int('rate') * 0.4)),
                self::y(self::LEAST * exp(($row->int('rate') + 1) * 0.4)),
            ];
            $cells[] = [
                'x' => $left,
                'y' => $high,
                'width' => max(0.0, $right - $left),
                'height' => max(0.0, $low - $high),
                'pages' => $row->int('pages'),
                'part' => sqrt($row->int('pages') / $most),
            ];
        }

        return $cells;
    }

    /** Counts pages by where they stand; called inside a transaction. */
    public static function rebuildDensity(Store $store): void
    {
        DB::delete('DELETE FROM weigh_density WHERE store_id = ?', [$store->id]);
        DB::insert(
            'INSERT INTO weigh_density (store_id, market_id, kind, place, rate, pages) SELECT ?, market_id, kind,
                LEAST(16, FLOOR(LN(GREATEST(1, position_sum / impressions / 1000)) / 0.25)) AS place, LEAST(16,
                GREATEST(0, FLOOR(LN(GREATEST('.
                self::LEAST.
                ', clicks / impressions) / '.
                self::LEAST.
                ') / 0.4))) AS rate, COUNT(*) FROM weigh_sums WHERE store_id = ? AND weeks = 13 AND device = '.
                Lens::ALL.
                ' AND class = '.
                Lens::BUT_BRAND.
                ' AND impressions > 0 AND position_sum > 0 GROUP BY market_id, kind, place, rate',
            [$store->id, $store->id],
        );
    }

    /** @return array{line: string, band: string} paths of the curve and its band */
    public static function curve(ClickCurve $curve): array
    {
        $line = [];
        $upper = [];
        $lower = [];
        for ($bin = 0; $bin < ClickCurve::BINS && ClickCurve::middle($bin) <= self::DEEPEST; $bin++) {
            $x = self::x(ClickCurve::middle($bin));
            $line[] = $x.' '.self::y($curve->rate(ClickCurve::middle($bin)));
            [$low, $high] = $curve->band[$bin] ?? [$curve->rates[0][$bin], $curve->rates[0][$bin]];
            $upper[] = $x.' '.self::y($high);
            $lower[] = $x.' '.self::y($low);
        }

        return [
            'line' => 'M'.implode(' L', $line),
            'band' => 'M'.implode(' L', [...$upper, ...array_reverse($lower)]).' Z',
        ];
    }

    /**
     * @param  list<array{id: int, name: string, clicks: int, impressions: int, position_sum: int, worth: float,
     *     upside: float}>  $rows
     * @return list<array{id: int, name: string, x: float, y: float, r: float, hangs: bool, position: float,
     *     rate: float, clicks: int, impressions: int, upside: float}>
     */
    private static function marks(array $rows, ClickCurve $curve): array
    {
        $most = max([1e-9, ...array_column($rows, 'worth')]);
        $marks = [];
        foreach ($rows as $row) {
            $range = $row['position_sum'] > 0 ? RateRange::of($row['clicks'], $row['impressions']) : null;
            if ($range === null) {
                continue;
            }
            $position = max(1.0, $row['position_sum'] / $row['impressions'] / 1000);
            // It hangs where even the upper end of its rate is below what its position earns.
            $marks[] = [
                'id' => $row['id'],
                'name' => $row['name'],
                'x' => self::x($position),
                'y' => self::y($range->rate),
                'r' => round(2 + 8 * sqrt($row['worth'] / $most), 1),
                'hangs' => $range->high < 0.9 * $curve->rate($position),
                'position' => round($position, 1),
                'rate' => $range->rate,
                'clicks' => $row['clicks'],
                'impressions' => $row['impressions'],
                'upside' => $row['upside'],
            ];
        }

        return $marks;
    }
}

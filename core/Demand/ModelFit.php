<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

use Closure;
use Generator;

/**
 * Learns a market's model from its pages in two rounds: the curve as if all pages were alike, then their ratios, then the curve once more with each
 * page's clicks taken to what others would earn. The pages are read twice a round and never held: of each only a few sums.
 */
final class ModelFit
{
    private const ROUNDS = 2;

    /** Kinds with fewer orders than this lean on all kinds together. */
    private const FEWEST_ORDERS = 20.0;

    /**
     * @param  Closure(): Generator<Evidence>  $pages
     * @param  float  $days  of the window
     * @param  float  $season  the next 28 days against the window
     */
    public static function learn(Closure $pages, float $days, float $season = 1.0): StoreModel
    {
        $ratios = new RateShrinkage(1.0, 8.0);
        $curve = new ClickCurve([array_map(static fn (int $bin): float => ClickCurve::assumed(ClickCurve::middle($bin)), range(0, ClickCurve::BINS - 1))], [], 0);
        $classes = [];
        $spread = 0.05;
        $model = self::model($curve, $classes, $ratios, $spread, [], [], [], $season, $days);
        $told = $sales = [];
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $fit = new CurveFit;
            $level = $round === 0 ? 1.0 : self::level($told, $model);
            foreach ($pages() as $page) {
                if ($round === 0 && ($page->clicks > 0 || $page->orders > 0)) {
                    $sales[] = [$page->kind, $page->group, $page->clicks, $page->orders, $page->revenue];
                }
                $generic = array_values(array_filter($page->pairs, static fn (Pair $pair): bool => $pair->class === QueryClass::Generic));
                $ratio = $round === 0 ? 1.0 : $model->ratioOf($generic)->mean() / $level;
                foreach ($generic as $pair) {
                    // What is withheld stands at a mean of positions, which bends the curve; it tells of the page, not of the curve.
                    $pair->query > 0 && $fit->add($page->page, $pair->device, $pair->position, $pair->clicks, $pair->impressions, $ratio);
                }
            }
            $curve = $fit->fit();
            $model = self::model($curve, $classes, $ratios, $spread, [], [], [], $season, $days);
            [$classes, $ratios, $spread, $told] = self::spreads($pages, $model);
            $model = self::model($curve, $classes, $ratios, $spread, [], [], [], $season, $days);
        }
        [$orders, $values, $groups] = self::worth($sales);

        return self::model($curve, $classes, $ratios, $spread, $orders, $values, $groups, $season, $days);
    }

    /**
     * @param  array<int, float>  $classes
     * @param  array<int, RateShrinkage>  $orders
     * @param  array<int, array{float, float, float}>  $values
     * @param  array<int, array{float, float, float, float}>  $groups
     */
    private static function model(ClickCurve $curve, array $classes, RateShrinkage $ratios, float $spread, array $orders, array $values, array $groups, float $season, float $days): StoreModel
    {
        return new StoreModel($curve, $classes, $ratios, $spread, $orders === [] ? [0 => new RateShrinkage(0.01, 2.0)] : $orders, $values === [] ? [0 => [0.0, 0.0, 0.0]] : $values, $groups, $season, $days);
    }

    /**
     * Mean ratio of all pages by what they would earn: curve and ratios tell their level only together, so the ratios' is 1.
     *
     * @param  list<array{float, float, float}>  $told  clicks, expected clicks and the sum of their squares of each page's generic queries
     */
    private static function level(array $told, StoreModel $model): float
    {
        $sum = $weight = 0.0;
        foreach ($told as [$clicks, $expected, $squares]) {
            $sum += $model->ratioLaw($clicks, $expected, $squares)->mean() * $expected;
            $weight += $expected;
        }

        return $weight > 0 ? $sum / $weight : 1.0;
    }

    /**
     * How classes stand against the curve, and how far pages and their queries spread.
     *
     * @param  Closure(): Generator<Evidence>  $pages
     * @return array{array<int, float>, RateShrinkage, float, list<array{float, float, float}>} multiples of the classes, page ratios, spread of queries, and what each page's generic queries tell
     */
    private static function spreads(Closure $pages, StoreModel $model): array
    {
        $classes = [];
        $counts = $told = [];
        [$above, $below] = [0.0, 0.0];
        foreach ($pages() as $page) {
            $pairs = $page->pairs;
            $clicks = $expected = 0.0;
            $generic = [0.0, 0.0, 0.0];
            foreach ($pairs as $pair) {
                if ($pair->class === QueryClass::OwnBrand) {
                    continue;
                }
                $bare = $pair->impressions * $model->curve->rate($pair->position, $pair->device);
                $group = StoreModel::groupOf($pair);
                $known = $classes[$group] ?? [0.0, 0.0];
                $classes[$group] = [$known[0] + $pair->clicks, $known[1] + $bare];
                $clicks += $pair->clicks;
                $one = $model->expected($pair);
                $expected += $one;
                if ($pair->query > 0 && $pair->class === QueryClass::Generic) {
                    $generic = [$generic[0] + $pair->clicks, $generic[1] + $one, $generic[2] + $one ** 2];
                }
            }
            if ($generic[1] > 0) {
                $told[] = $generic;
            }
            if ($expected > 0) {
                $counts[] = [$clicks, $expected];
                $ratio = $model->ratios->posterior($clicks, $expected)->mean();
                foreach ($pairs as $pair) {
                    $one = $pair->class === QueryClass::OwnBrand ? 0.0 : $ratio * $model->expected($pair);
                    if ($one > 4 && $one < 0.5 * $ratio * $expected) {
                        $above += min(400.0, ($pair->clicks - $one) ** 2 - $one) / 1.0;
                        $below += min(400.0, $one ** 2);
                    }
                }
            }
        }
        $multiples = [];
        foreach ($classes as $class => [$clicks, $expected]) {
            $multiples[$class] = $class === QueryClass::Generic->value ? 1.0 : ($clicks + 30) / ($expected + 30);
        }
        $pooled = array_sum(array_column($counts, 1));
        $ratios = RateShrinkage::fit($counts, max(0.3, min(3.0, $pooled > 0 ? array_sum(array_column($counts, 0)) / $pooled : 1.0)));

        return [$multiples, new RateShrinkage(1.0, max(0.5, min(200.0, $ratios->strength))), $below > 0 ? max(0.0, min(0.5, $above / $below)) : 0.05, $told];
    }

    /**
     * Orders a click and value of an order: by kind, then how each collection stands against its pages' kinds, then how far pages spread within both.
     *
     * @param  list<array{int, int, float, float, float}>  $rows  kind, group, clicks, orders, revenue by page
     * @return array{array<int, RateShrinkage>, array<int, array{float, float, float}>, array<int, array{float, float, float, float}>}
     */
    private static function worth(array $rows): array
    {
        $kinds = [0 => [0.0, 0.0, 0.0]];
        foreach ($rows as [$of, , $clicks, $orders, $revenue]) {
            foreach ([0, $of] as $kind) {
                $known = $kinds[$kind] ?? [0.0, 0.0, 0.0];
                $kinds[$kind] = [$known[0] + $clicks, $known[1] + $orders, $known[2] + $revenue];
            }
        }
        // Kinds with few orders lean on all kinds together.
        $kindOf = static fn (int $kind): int => ($kinds[$kind][1] ?? 0.0) >= self::FEWEST_ORDERS ? $kind : 0;
        $rateOf = static fn (int $kind): float => $kinds[$kindOf($kind)][0] > 0 ? max(1e-12, $kinds[$kindOf($kind)][1] / $kinds[$kindOf($kind)][0]) : 1e-12;
        $valueOf = static fn (int $kind): float => $kinds[$kindOf($kind)][1] > 0 ? $kinds[$kindOf($kind)][2] / $kinds[$kindOf($kind)][1] : 0.0;
        $groups = self::groups($rows, $rateOf, $valueOf);
        $counts = $values = [];
        foreach ($rows as [$kind, $group, $clicks, $orders, $revenue]) {
            [$rate, $value] = $groups[$group] ?? [1.0, 1.0, 0.0, 0.0];
            foreach (array_unique([0, $kindOf($kind)]) as $as) {
                if ($clicks > 0) {
                    $counts[$as][] = [$orders, $clicks * $rateOf($kind) * $rate];
                }
                if ($orders > 0 && $revenue > 0) {
                    $values[$as][] = [$orders, $revenue / $orders / max(1e-12, $valueOf($kind) * $value)];
                }
            }
        }
        $rates = $worth = [];
        foreach (array_keys($kinds) as $kind) {
            if ($kindOf($kind) === $kind) {
                $rates[$kind] = new RateShrinkage($rateOf($kind), RateShrinkage::fit($counts[$kind] ?? [], 1.0)->strength);
                $spread = self::orderValue($values[$kind] ?? []);
                $worth[$kind] = [$valueOf($kind), $spread[1], $spread[2]];
            }
        }

        return [$rates, $worth, $groups];
    }

    /**
     * How collections stand against what their pages' kinds would bring: orders a click and value of an order, each leaned on 1 by how little is known.
     *
     * @param  list<array{int, int, float, float, float}>  $rows  kind, group, clicks, orders, revenue by page
     * @param  Closure(int): float  $rateOf  orders a click of a kind
     * @param  Closure(int): float  $valueOf  value of an order of a kind
     * @return array<int, array{float, float, float, float}>
     */
    private static function groups(array $rows, Closure $rateOf, Closure $valueOf): array
    {
        $sums = [];
        foreach ($rows as [$kind, $group, $clicks, $orders, $revenue]) {
            if ($group > 0) {
                $known = $sums[$group] ?? [0.0, 0.0, 0.0, 0.0];
                $sums[$group] = [$known[0] + $orders, $known[1] + $clicks * $rateOf($kind), $known[2] + $revenue, $known[3] + $orders * $valueOf($kind)];
            }
        }
        if (count($sums) < 3) {
            return [];
        }
        $rates = RateShrinkage::fit(array_map(static fn (array $sum): array => [$sum[0], $sum[1]], array_values($sums)), 1.0);
        $told = array_filter($sums, static fn (array $sum): bool => $sum[0] > 0 && $sum[3] > 0 && $sum[2] > 0);
        [, $between, $within] = self::orderValue(array_values(array_map(static fn (array $sum): array => [$sum[0], $sum[2] / $sum[3]], $told)));
        $groups = [];
        foreach ($sums as $group => [$orders, $expected, $revenue, $value]) {
            $prior = $between > 0 ? $within / $between : 1e6;
            $law = $rates->posterior($orders, max(0.0, $expected));
            $groups[$group] = [$law->mean(), $value > 0 ? ($revenue / ($value / max(1e-9, $orders)) + $prior) / ($orders + $prior) : 1.0, 1 / $law->shape, $between * $prior / ($orders + $prior)];
        }

        return $groups;
    }

    /**
     * Mean order value and its squared relative spread between and within pages: the spread of page means falls with their orders (moments).
     *
     * @param  list<array{float, float}>  $rows  orders and mean value by page
     * @return array{float, float, float}
     */
    private static function orderValue(array $rows): array
    {
        $orders = array_sum(array_column($rows, 0));
        if ($orders <= 0) {
            return [0.0, 0.0, 0.0];
        }
        $mean = array_sum(array_map(static fn (array $row): float => $row[0] * $row[1], $rows)) / $orders;
        // d^2 = between + within / n, fitted by weighted least squares over pages with few and with many orders.
        $sw = $sx = $sy = $sxx = $sxy = 0.0;
        foreach ($rows as [$n, $value]) {
            $d = min(9.0, (log(max(1e-9, $value / $mean))) ** 2);
            $x = 1 / $n;
            $weight = sqrt($n);
            $sw += $weight;
            $sx += $weight * $x;
            $sy += $weight * $d;
            $sxx += $weight * $x * $x;
            $sxy += $weight * $x * $d;
        }
        $det = $sw * $sxx - $sx * $sx;
        $within = $det > 1e-9 ? ($sw * $sxy - $sx * $sy) / $det : 0.25;
        $between = ($sy - $within * $sx) / $sw;

        return [$mean, max(0.02, min(4.0, $between)), max(0.05, min(4.0, $within))];
    }
}

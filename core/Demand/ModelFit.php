<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

use Closure;
use Generator;

/**
 * Learns a market's model from its pages in two rounds: the curve as if all pages were alike, then their ratios, then
 * the curve once more with each page's clicks taken to what others would earn. The pages are read twice a round and
 * never held: of each only a few sums.
 */
final class ModelFit
{
    private const ROUNDS = 2;

    /** Squared relative spread of the queries of a page, at least: no two searches want quite the same. */
    private const LEAST_SPREAD = 0.03;

    /**
     * @param  Closure(): Generator<Evidence>  $pages
     * @param  float  $days  of the window
     * @param  float  $season  the next 28 days against the window
     */
    public static function learn(Closure $pages, float $days, float $season = 1.0): StoreModel
    {
        $ratios = new RateShrinkage(1.0, 8.0);
        $curve = new ClickCurve(
            [
                array_map(
                    static fn (int $bin): float => ClickCurve::assumed(ClickCurve::middle($bin)),
                    range(0, ClickCurve::BINS - 1),
                ),
            ],
            [],
            0,
        );
        $classes = [];
        $spread = 0.05;
        // Orders, their values and groups are learned last; nothing before asks for them.
        $worthless = [[new RateShrinkage(0.01, 2.0)], [[0.0, 0.0, 0.0]], [], $season, $days];
        $model = new StoreModel($curve, $classes, $ratios, $spread, ...$worthless);
        $told = [];
        $worth = new WorthFit();
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $fit = new CurveFit();
            $level = $round === 0 ? 1.0 : self::level($told, $model);
            foreach ($pages() as $page) {
                $round === 0 && $worth->add($page);
                $generic = array_values(
                    array_filter($page->pairs, static fn (Pair $pair): bool => $pair->class === QueryClass::Generic),
                );
                $ratio = $round === 0 ? 1.0 : $model->ratioOf($generic)->mean() / $level;
                foreach ($generic as $pair) {
                    // What is withheld stands at a mean of positions, which bends the curve; it tells of the page, not
                    // of the curve.
                    $pair->query > 0 &&
                        $fit->add(
                            $page->page,
                            new PlaceClicks($pair->device, $pair->position, $pair->clicks, $pair->impressions),
                            $ratio,
                        );
                }
            }
            $curve = $fit->fit();
            $model = new StoreModel($curve, $classes, $ratios, $spread, ...$worthless);
            [$classes, $ratios, $spread, $told] = self::spreads($pages, $model);
            $model = new StoreModel($curve, $classes, $ratios, $spread, ...$worthless);
        }
        [$orders, $values, $groups] = $worth->fit();

        return new StoreModel(
            $curve,
            $classes,
            $ratios,
            $spread,
            $orders === [] ? [new RateShrinkage(0.01, 2.0)] : $orders,
            $values === [] ? [[0.0, 0.0, 0.0]] : $values,
            $groups,
            $season,
            $days,
        );
    }

    /**
     * Mean ratio of all pages by what they would earn: curve and ratios tell their level only together, so the ratios'
     * is 1.
     *
     * @param  list<array{float, float, float}>  $told  clicks, expected clicks and the sum of their squares of each
     *     page's generic queries
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
     * @return array{array<int, float>, RateShrinkage, float, list<array{float, float, float}>} multiples of the
     *     classes, page ratios, spread of queries, and what each page's generic queries tell
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
            $ofQuery = [];
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
                    $generic = [$generic[0] + $pair->clicks, $generic[1] + $one, 0.0];
                    $ofQuery[$pair->query] = ($ofQuery[$pair->query] ?? 0.0) + $one;
                }
            }
            if ($generic[1] > 0) {
                $told[] = [
                    $generic[0],
                    $generic[1],
                    array_sum(array_map(static fn (float $one): float => $one ** 2, $ofQuery)),
                ];
            }
            if ($expected > 0) {
                $counts[] = [$clicks, $expected];
                [$one, $two] = self::withinPage($pairs, $model);
                [$above, $below] = [$above + $one, $below + $two];
            }
        }
        $multiples = [];
        foreach ($classes as $class => [$clicks, $expected]) {
            $multiples[$class] = $class === QueryClass::Generic->value ? 1.0 : ($clicks + 30) / ($expected + 30);
        }
        $pooled = array_sum(array_column($counts, 1));
        $spread = $below > 0 ? max(self::LEAST_SPREAD, min(0.5, $above / $below)) : 0.05;
        $ratios = RateShrinkage::fit(
            $counts,
            max(0.3, min(3.0, $pooled > 0 ? array_sum(array_column($counts, 0)) / $pooled : 1.0)),
        );

        return [$multiples, new RateShrinkage(1.0, max(0.5, min(200.0, $ratios->strength))), $spread, $told];
    }

    /**
     * How far a page's queries lie from what they bring together: squared deviations beyond the chance of counts, and
     * what they would be at a spread of 1, both weighted by how much they tell. A query is the same on all its devices.
     *
     * @param  list<Pair>  $pairs
     * @return array{float, float}
     */
    private static function withinPage(array $pairs, StoreModel $model): array
    {
        $queries = [];
        foreach ($pairs as $pair) {
            if ($pair->query > 0 && $pair->class === QueryClass::Generic) {
                $known = $queries[$pair->query] ?? [0.0, 0.0];
                $queries[$pair->query] = [$known[0] + $pair->clicks, $known[1] + $model->expected($pair)];
            }
        }
        $expected = array_sum(array_column($queries, 1));
        $clicks = array_sum(array_column($queries, 0));
        if (count($queries) < 2 || $clicks <= 0 || $expected <= 0) {
            return [0.0, 0.0];
        }
        $ratio = $clicks / $expected;
        $squares = array_sum(array_map(static fn (array $one): float => $one[1] ** 2, $queries));
        [$above, $below] = [0.0, 0.0];
        foreach ($queries as [$own, $would]) {
            $mean = $ratio * $would;
            $whole = $mean ** 2 * max(0.0, 1 - (2 * $would) / $expected + $squares / $expected ** 2);
            if ($mean > 3 && $whole > 0) {
                $weight = $whole / ($mean * (1 - $would / $expected) + 0.1 * $whole) ** 2;
                $above += $weight * min(4.0 * $whole, ($own - $mean) ** 2 - $mean * (1 - $would / $expected));
                $below += $weight * $whole;
            }
        }

        return [$above, $below];
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/**
 * Reckons a page's upside: the gap between what its positions would earn and what it earns, and what better positions
 * would bring, at the value of one of its clicks; in clicks where no sales are known. Every figure is a mean over what
 * is not known; the range comes from draws, or where no randomizer is given from fixed points.
 */
final class PageScorer
{
    private const DRAWS = 160;

    /** Points of a range that is not drawn. */
    private const POINTS = 60;

    /** Targets for which the second sum is told beside the one that is set. */
    private const TARGETS = [1, 2, 3, 4, 5];

    /** Withheld impressions raise the demand of the queries that are told at most to so many times. */
    private const MOST_WITHHELD = 3.0;

    /**
     * @var array<int, array<int, array<int, float>>> part of the searches that a target sees clicked, by group of
     *     queries, device and thousandths of the position
     */
    private array $seenAndClicked = [];

    public function __construct(private readonly StoreModel $model, private readonly Assumptions $assumptions)
    {
    }

    /**
     * @param  float  $part  part of the upside that counts: 0 for a page that cannot sell or is not listed
     * @param  ?Chance  $chance  from which the range is drawn; from points that are the same for all pages where it is
     *     not given
     * @param  ?float  $season  the next 28 days of the page against the window; the market's where it is not given
     */
    public function score(Evidence $page, float $part = 1.0, ?Chance $chance = null, ?float $season = null): Upside
    {
        // Own brand is left out of the sums.
        $pairs = array_values(
            array_filter(
                $page->pairs,
                static fn (Pair $pair): bool => $pair->class !== QueryClass::OwnBrand && $pair->impressions > 0,
            ),
        );
        $scale = (28 / $this->model->days) * ($season ?? $this->model->season);
        $law = $this->model->ratioOf($pairs);
        $gap = $law->shortfall(1.0);
        $ratio = $law->mean();
        $orderLaw = $this->model->ordersOf($page);
        [$value, $valueVariance] = $this->model->orderValueOf($page);
        $isMoney = $this->model->tellsMoney();
        $clickValue = $isMoney ? $orderLaw->mean() * $value * $this->assumptions->margin : 1.0;
        $money = $clickValue * $part;
        $told = array_sum(array_map(static fn (Pair $pair): int => $pair->query > 0 ? $pair->impressions : 0, $pairs));
        $all = array_sum(array_map(static fn (Pair $pair): int => $pair->impressions, $pairs));
        // What is withheld was searched for by the same queries, on days on which they were rare, or by others like
        // them.
        $more = $told > 0 ? min(self::MOST_WITHHELD, $all / $told) : 1.0;
        $expected = $impressions = $wording = $position = 0.0;
        $queries = [];
        $lifts = array_fill_keys(self::TARGETS, 0.0);
        $wins = new QuickWins();
        $places = self::places($pairs);
        $top = 0.0;
        foreach ($pairs as $pair) {
            $one = $this->model->expected($pair);
            $expected += $one;
            $impressions += $pair->impressions;
            $known = $queries[$pair->query] ?? [
                'wording' => 0.0,
                'position' => 0.0,
                'expected' => 0.0,
                'target' => null,
                'probability' => 0.0,
            ];
            $known['expected'] += $one * $scale;
            $known['wording'] += $one * $scale * $gap * $this->assumptions->shareClosed * $money;
            $wording += $one * $scale * $gap;
            if ($pair->query > 0 && $pair->isBest) {
                $place = $places[$pair->query];
                $each = $scale * $more * min(1.5, $ratio);
                $demand = Visibility::demand($pair->impressions, $pair->position);
                foreach (self::TARGETS as $aim) {
                    $lifts[$aim] +=
                        $this->gain($pair, $demand, $one, (float) $aim) *
                        $each *
                        $this->assumptions->ease($pair->difficulty, $place, (float) $aim) *
                        $money;
                }
                $known['probability'] = $this->assumptions->probability($pair->difficulty, $place);
                $known['target'] = $known['probability'] > 0 ? $this->assumptions->target : null;
                $mean = $this->gain($pair, $demand, $one, $this->assumptions->target) * $each * $known['probability'];
                $first =
                    $this->gain($pair, $demand, $one, 1.0) *
                    $each *
                    $this->assumptions->topProbability($pair->difficulty, $place);
                $top += $first;
                $position += $mean;
                $known['position'] += $mean * $money;
                // Of a query just off the top either promise may be the one that is asked for.
                $wins = $wins->with($pair, max($mean, $first), ! isset($queries[$pair->query]));
            }
            $queries[$pair->query] = $known;
        }
        $closed = $wording * $this->assumptions->shareClosed;
        $alone = $this->model->ratios->posterior(0, 0)->shortfall(1.0);
        $points =
            $chance === null
                ? self::fixedPoints()
                : array_map(
                    static fn (): array => [$chance->normal(), $chance->normal(), $chance->normal(), $chance->normal()],
                    range(1, self::DRAWS),
                );
        $laws = new UpsideLaws(
            $law,
            $expected * $scale * $this->assumptions->shareClosed,
            $position,
            $isMoney ? new ClickWorth($orderLaw, $value, $valueVariance, $this->assumptions->margin) : null,
            $part,
        );
        $ranges = $laws->ranges($points);

        return new Upside(
            $closed * $money,
            $position * $money,
            $ranges[0],
            $ranges[1],
            $ranges[2],
            $ranges[3],
            $closed,
            $wording,
            $position,
            $clickValue,
            $ratio,
            $impressions > 0 ? $expected / $impressions : 0.0,
            $gap > 0
                ? max(
                    0.0,
                    min(
                        1.0,
                        1 -
                            ($alone / $gap) *
                                ($this->model->ratios->strength / ($law->rate * $this->model->ratios->mean)),
                    ),
                )
                : 0.0,
            $lifts,
            $wins,
            $queries,
            $top,
        );
    }

    /**
     * Where queries stand on all devices together: a mean of logarithms over impressions, so that one deep device is no
     * deep query.
     *
     * @param  list<Pair>  $pairs
     * @return array<int, float> by query
     */
    private static function places(array $pairs): array
    {
        $sums = [];
        foreach ($pairs as $pair) {
            $known = $sums[$pair->query] ?? [0.0, 0.0];
            $sums[$pair->query] = [
                $known[0] + $pair->impressions * log(max(1.0, $pair->position)),
                $known[1] + $pair->impressions,
            ];
        }

        return array_map(static fn (array $sum): float => exp($sum[0] / $sum[1]), $sums);
    }

    /**
     * Clicks of the window that a query would bring more at the target: its searches seen and clicked there, less what
     * it earns where it stands.
     */
    private function gain(Pair $pair, float $demand, float $now, float $target): float
    {
        $rate = $this->seenAndClicked[StoreModel::groupOf($pair)][$pair->device][(int) (1000 * $target)] ??=
            Visibility::seen($target) * $this->model->rate($pair, $target);

        return max(0.0, $demand * $rate - $now);
    }

    /**
     * Points that fill the four normal laws evenly (Halton's sequence in bases 2, 3, 5, 7), the same for every page: a
     * range from them costs no more than one from moments, and knows of sums that are nothing with some probability.
     *
     * @return list<array{float, float, float, float}>
     */
    private static function fixedPoints(): array
    {
        static $points = null;

        return $points ??= array_map(
            static fn (int $n): array => array_map(
                static fn (int $base): float => self::normalAt(self::radical($n, $base)),
                [2, 3, 5, 7],
            ),
            range(1, self::POINTS),
        );
    }

    /** The digits of a number in a base, mirrored behind the point. */
    private static function radical(int $n, int $base): float
    {
        for ($value = 0.0, $part = 1 / $base; $n > 0; $n = intdiv($n, $base), $part /= $base) {
            $value += $part * ($n % $base);
        }

        return $value;
    }

    /** Quantile of the normal law, by halving (it is reckoned once for each point). */
    private static function normalAt(float $below): float
    {
        [$low, $high] = [-6.0, 6.0];
        for ($i = 0; $i < 50; $i++) {
            $middle = ($low + $high) / 2;
            // P(X^2 < x^2) of the normal law is the gamma function's at a half.
            $mass = 0.5 * (1 + ($middle < 0 ? -1 : 1) * GammaLaw::lower(0.5, $middle ** 2 / 2));
            $mass < $below ? ($low = $middle) : ($high = $middle);
        }

        return ($low + $high) / 2;
    }
}

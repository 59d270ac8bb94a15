<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/**
 * Gathers page-query pairs and fits the click curve: each bin leaned on a log-log line, made non-increasing, then each
 * device as a multiple of the pooled curve that changes smoothly with the position. The band is drawn over groups of
 * pages (a bootstrap), for pairs of one page are not independent.
 */
final class CurveFit
{
    /**
     * Impressions of one pair that count whole; of more ten times the square root of the excess does, four times as
     * many at most, so that a few giants do not set the curve.
     */
    private const WHOLE = 1500.0;

    /** Clicks that the line is worth in each bin. */
    private const LINE = 6.0;

    /** Clicks that the assumed curve is worth in setting the line. */
    private const ASSUMED = 40.0;

    private const GROUPS = 40;

    private const DRAWS = 60;

    private const DEVICES = 4;

    /** @var array<int, array<int, array{float, float}>> clicks and impressions by device and bin */
    private array $sums = [];

    /** @var array<int, array<int, array{float, float}>> by group of pages and bin */
    private array $groups = [];

    /**
     * @param  float  $ratio  what the page earns against others at its positions, so far as it is known; its
     *     impressions count for so many of others
     */
    public function add(int $page, PlaceClicks $place, float $ratio = 1.0): void
    {
        $impressions = $place->impressions;
        if ($impressions <= 0 || $place->position < 1) {
            return;
        }
        $share =
            $impressions <= self::WHOLE
                ? 1.0
                : min($impressions, self::WHOLE + min(3 * self::WHOLE, 10 * sqrt($impressions - self::WHOLE))) /
                    $impressions;
        $bin = ClickCurve::bin($place->position);
        $clicks = $place->clicks * $share;
        $impressions *= $share * max(0.2, min(5.0, $ratio));
        $known = $this->sums[$place->device][$bin] ?? [0.0, 0.0];
        $this->sums[$place->device][$bin] = [$known[0] + $clicks, $known[1] + $impressions];
        $group = $page % self::GROUPS;
        $known = $this->groups[$group][$bin] ?? [0.0, 0.0];
        $this->groups[$group][$bin] = [$known[0] + $clicks, $known[1] + $impressions];
    }

    public function fit(): ClickCurve
    {
        $pooled = self::total($this->sums);
        $curve = self::pooledCurve($pooled);
        $rates = [$curve];
        for ($device = 1; $device < self::DEVICES; $device++) {
            $rates[] = self::deviceCurve($curve, $this->sums[$device] ?? []);
        }

        return new ClickCurve($rates, $this->band(), array_sum(array_column($pooled, 0)));
    }

    /**
     * @param  array<int, array{float, float}>  $bins
     * @return list<float>
     */
    private static function pooledCurve(array $bins): array
    {
        [$level, $power] = self::line($bins);
        $rates = $weights = [];
        for ($bin = 0; $bin < ClickCurve::BINS; $bin++) {
            [$clicks, $impressions] = $bins[$bin] ?? [0.0, 0.0];
            $line = min(0.95, exp($level + $power * log(ClickCurve::middle($bin))));
            $rates[] = ($clicks + self::LINE) / ($impressions + self::LINE / $line);
            $weights[] = $impressions + self::LINE / $line;
        }

        return Isotonic::nonIncreasing($rates, $weights);
    }

    /**
     * The log-log line through the bins by weighted least squares, leaned on the assumed curve.
     *
     * @param  array<int, array{float, float}>  $bins
     * @return array{float, float} ln(rate) at position 1, and the power
     */
    private static function line(array $bins): array
    {
        $sw = $sx = $sy = $sxx = $sxy = 0.0;
        for ($bin = 0; $bin < ClickCurve::BINS; $bin++) {
            $x = log(ClickCurve::middle($bin));
            [$clicks, $impressions] = $bins[$bin] ?? [0.0, 0.0];
            $points = [[self::ASSUMED / ClickCurve::BINS, log(ClickCurve::assumed(ClickCurve::middle($bin)))]];
            if ($impressions > 0 && $clicks > 0) {
                $points[] = [min($clicks, 400.0), log($clicks / $impressions)];
            }
            foreach ($points as [$weight, $y]) {
                $sw += $weight;
                $sx += $weight * $x;
                $sy += $weight * $y;
                $sxx += $weight * $x * $x;
                $sxy += $weight * $x * $y;
            }
        }
        $power = min(-0.2, ($sw * $sxy - $sx * $sy) / max(1e-9, $sw * $sxx - $sx * $sx));

        return [($sy - $power * $sx) / $sw, $power];
    }

    /**
     * @param  list<float>  $curve
     * @param  array<int, array{float, float}>  $bins
     * @return list<float>
     */
    private static function deviceCurve(array $curve, array $bins): array
    {
        // ln(multiple) = a + b ln(position), by Newton's method for Poisson counts with a normal prior around nought.
        [$a, $b] = [0.0, 0.0];
        for ($round = 0; $round < 12; $round++) {
            [$ga, $gb, $haa, $hab, $hbb] = [-$a * 4, -$b * 40, 4.0, 0.0, 40.0];
            foreach ($bins as $bin => [$clicks, $impressions]) {
                $x = log(ClickCurve::middle($bin));
                $expected = $curve[$bin] * $impressions * exp($a + $b * $x);
                $ga += $clicks - $expected;
                $gb += ($clicks - $expected) * $x;
                $haa += $expected;
                $hab += $expected * $x;
                $hbb += $expected * $x * $x;
            }
            $det = $haa * $hbb - $hab * $hab;
            [$da, $db] = [($hbb * $ga - $hab * $gb) / $det, ($haa * $gb - $hab * $ga) / $det];
            [$a, $b] = [
                max(-2.5, min(2.5, $a + max(-1, min(1, $da)))),
                max(-1.0, min(1.0, $b + max(-0.5, min(0.5, $db)))),
            ];
        }
        $rates = array_map(
            static fn (float $rate, int $bin): float => min(0.97, $rate * exp($a + $b * log(ClickCurve::middle($bin)))),
            $curve,
            array_keys($curve),
        );

        return Isotonic::nonIncreasing(
            $rates,
            array_map(static fn (int $bin): float => 1 + ($bins[$bin][1] ?? 0.0), array_keys($curve)),
        );
    }

    /** @return list<array{float, float}> */
    private function band(): array
    {
        $chance = new Chance(7);
        $draws = [];
        $numbers = array_keys($this->groups);
        for ($draw = 0; $draw < self::DRAWS && $numbers !== []; $draw++) {
            $picked = [];
            for ($i = count($numbers); $i > 0; $i--) {
                $picked[] = $this->groups[$numbers[$chance->whole(0, count($numbers) - 1)]];
            }
            $draws[] = self::pooledCurve(self::total($picked));
        }
        $band = [];
        for ($bin = 0; $bin < ClickCurve::BINS; $bin++) {
            $values =
                $draws === []
                    ? [
                        ClickCurve::assumed(ClickCurve::middle($bin)) / 2,
                        2 * ClickCurve::assumed(ClickCurve::middle($bin)),
                    ]
                    : array_column($draws, $bin);
            sort($values);
            $band[] = [$values[(int) (0.1 * (count($values) - 1))], $values[(int) ceil(0.9 * (count($values) - 1))]];
        }

        return $band;
    }

    /**
     * @param  array<int, array<int, array{float, float}>>  $parts
     * @return array<int, array{float, float}>
     */
    private static function total(array $parts): array
    {
        $total = [];
        foreach ($parts as $bins) {
            foreach ($bins as $bin => [$clicks, $impressions]) {
                $known = $total[$bin] ?? [0.0, 0.0];
                $total[$bin] = [$known[0] + $clicks, $known[1] + $impressions];
            }
        }

        return $total;
    }
}

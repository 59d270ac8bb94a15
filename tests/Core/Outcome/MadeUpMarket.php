<?php

declare(strict_types=1);

namespace Tests\Core\Outcome;

use Orchard\Core\Demand\Chance;
use Orchard\Core\Outcome\WatchedPage;

/**
 * A market whose truth is known: pages of three kinds and forty collections, their demand a random walk with the
 * season and the trend of their kind, clicks counted with more spread than chance; some pages are chosen by their past
 * numbers and changed. Weeks 0 to 25 are before, 26 to 28 go by until all is fetched, 29 to 32 are afterwards.
 */
final readonly class MadeUpMarket
{
    private const BEFORE = 26;

    private const AFTER = 29;

    private const WEEKS = 33;

    /**
     * @param  list<WatchedPage>  $changed
     * @param  list<WatchedPage>  $alone
     * @param  float  $truth  clicks that the change brought
     */
    private function __construct(public array $changed, public array $alone, public float $truth)
    {
    }

    /**
     * @param  float  $effect  of the change on clicks: 0.3 is 30% more
     * @param  string  $chosen  low: lowest click rates; upside: most clicks lacking; drop: fell most; big; random
     * @param  float  $walk  spread of a page's weekly step, in logarithms
     * @param  float  $median  clicks a week of the middle page
     */
    public static function of(
        int $seed,
        float $effect = 0.0,
        string $chosen = 'low',
        int $pages = 1500,
        int $changed = 50,
        float $walk = 0.04,
        float $season = 0.2,
        bool $outage = false,
        float $median = 6.0,
        float $unlike = 0.0,
    ): self {
        $chance = new Chance($seed);
        $kinds = self::walks($chance, 3, 0.03, $season);
        $collections = self::walks($chance, 40, $walk > 0 ? 0.03 : 0.0, 0.0);
        $all = [];
        for ($i = 0; $i < $pages; $i++) {
            $kind = $chance->whole(0, 2);
            $collection = $chance->whole(0, 39);
            $shown = exp(log($median / 0.033) + 1.2 * $chance->normal());
            $ratio = exp(0.45 * $chance->normal());
            $position = max(1.0, min(40.0, exp(log(7) + 0.6 * $chance->normal())));
            $rate = 0.28 * $position ** -1.1;
            $trend = $walk > 0 ? 0.004 * $chance->normal() : 0.0;
            $level = 0.0;
            $means = $impressions = $clicks = [];
            for ($week = 0; $week < self::WEEKS; $week++) {
                $level += $walk * $chance->normal();
                $demand =
                    $shown *
                    exp($kinds[$kind][$week] + $collections[$collection][$week] + $level + $trend * $week) *
                    ($outage && $week === 30 ? 0.3 : 1.0);
                $means[] = $demand * $rate * $ratio;
                $impressions[] = self::count($chance, $demand);
                $week < self::BEFORE && ($clicks[] = self::counted($chance, $means[$week]));
            }
            $all[] = compact('kind', 'collection', 'position', 'rate', 'means', 'impressions', 'clicks');
        }
        $picked = array_fill_keys(self::pick($chance, $all, $chosen, $changed), true);
        $truth = 0.0;
        $groups = [[], []];
        foreach ($all as $i => $page) {
            $is = isset($picked[$i]);
            $factor = $is ? exp(log(1 + $effect) + $unlike * $chance->normal()) : 1.0;
            for ($week = self::BEFORE; $week < self::WEEKS; $week++) {
                // It is fetched again in the course of the weeks between.
                $part = $week >= self::AFTER ? 1.0 : ($week - self::BEFORE + 1) / 4;
                $mean = $page['means'][$week] * (1 + ($factor - 1) * $part);
                $page['clicks'][] = self::counted($chance, $mean);
                $week >= self::AFTER && ($truth += $mean - $page['means'][$week]);
            }
            $sum = static fn (string $of, int $from, int $n): float => (float) array_sum(
                array_slice((array) $page[$of], $from, $n),
            );
            $groups[$is ? 1 : 0][] = new WatchedPage(
                $i + 1,
                $page['kind'],
                $page['collection'] + 1,
                [$sum('clicks', 22, 4), $sum('clicks', 13, 9), $sum('clicks', 0, 13)],
                [$sum('impressions', 22, 4), $sum('impressions', 13, 9), $sum('impressions', 0, 13)],
                [$page['position'], $page['position'], $page['position']],
                $sum('clicks', self::AFTER, 4),
            );
        }

        return new self($groups[1], $groups[0], $truth);
    }

    /**
     * Clicks after less clicks of as many weeks right before, as people reckon who look at nothing else.
     */
    public function naive(): float
    {
        return array_sum(
            array_map(static fn (WatchedPage $page): float => $page->after - $page->past[0], $this->changed),
        );
    }

    /** Difference in differences by kind over the quarter before, without anything else. */
    public function plain(): float
    {
        $before = static fn (WatchedPage $page): float => $page->past[0] + $page->past[1];
        $sums = [];
        foreach ($this->alone as $page) {
            $of = $sums[$page->stratum] ?? [0.0, 0.0];
            $sums[$page->stratum] = [$of[0] + $before($page), $of[1] + $page->after];
        }

        return array_sum(
            array_map(
                static fn (WatchedPage $page): float => $page->after -
                    ($before($page) * $sums[$page->stratum][1]) / $sums[$page->stratum][0],
                $this->changed,
            ),
        );
    }

    /** @return list<list<float>> */
    private static function walks(Chance $chance, int $count, float $step, float $season): array
    {
        $walks = [];
        for ($k = 0; $k < $count; $k++) {
            $level = 0.0;
            for ($week = 0; $week < self::WEEKS; $week++) {
                $level += $step * $chance->normal();
                $walks[$k][] = $level + $season * sin((2 * M_PI * ($week + 10 * $k)) / 52);
            }
        }

        return array_values($walks);
    }

    /**
     * @param  list<array{rate: float, impressions: list<int>, clicks: list<int>}>  $all
     * @return list<int>
     */
    private static function pick(Chance $chance, array $all, string $chosen, int $count): array
    {
        $marks = [];
        foreach ($all as $i => $page) {
            $clicks = array_sum(array_slice($page['clicks'], 13, 13));
            $usual = array_sum(array_slice($page['impressions'], 13, 13)) * $page['rate'];
            $newest = array_sum(array_slice($page['clicks'], 22, 4));
            $earlier = (array_sum(array_slice($page['clicks'], 9, 13)) * 4) / 13;
            if ($usual >= 30) {
                $marks[$i] = match ($chosen) {
                    'low' => ($clicks + 5) / ($usual + 5),
                    'upside' => $clicks - $usual,
                    'drop' => ($newest + 3) / ($earlier + 3),
                    'big' => -$clicks,
                    default => $chance->uniform(),
                };
            }
        }
        asort($marks);

        return array_slice(array_keys($marks), 0, $count);
    }

    /** Clicks of a week: more spread than chance alone (gamma and Poisson). */
    private static function counted(Chance $chance, float $mean): int
    {
        return self::count($chance, ($mean * self::gamma($chance, 8.0)) / 8.0);
    }

    /** Of the gamma law with this shape, 1 or more, and rate 1 (Marsaglia and Tsang 2000). */
    private static function gamma(Chance $chance, float $shape): float
    {
        $d = $shape - 1 / 3;
        $c = 1 / sqrt(9 * $d);
        while (true) {
            $x = $chance->normal();
            $v = (1 + $c * $x) ** 3;
            if ($v > 0 && log($chance->uniform()) < 0.5 * $x * $x + $d - $d * $v + $d * log($v)) {
                return $d * $v;
            }
        }
    }

    private static function count(Chance $chance, float $mean): int
    {
        if ($mean > 60) {
            return (int) max(0, round($mean + sqrt($mean) * $chance->normal()));
        }
        $limit = exp(-$mean);
        $product = 1.0;
        for ($count = -1; $product > $limit || $count < 0; $count++) {
            $product *= $chance->uniform();
        }

        return $count;
    }
}

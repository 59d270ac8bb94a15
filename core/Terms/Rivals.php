<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

use Orchard\Core\Demand\ClickCurve;

/**
 * Two pages seen for one query: whether they take turns (the search engine cannot decide between them) or are shown
 * side by side, which is often good.
 *
 * Days on which one is shown and the other not speak for turns, and by chance alone that happens, too. Two looks tell
 * it
 * apart. Where rows are few, and small ones withheld, by presence: the days on which both are shown are held against
 * those that two pages with so many days would share if they had nothing to do with each other (the hypergeometric law
 * of Fisher's exact test). Where both have many rows a day, by how much is shown of each: the overlap of their days
 * (the
 * sum over days of the smaller of both shares, one minus the total variation distance) against the overlap that dealing
 * out their joint impressions at random would have, which a seeded generator draws.
 */
final readonly class Rivals
{
    /** Overlap that is missing, of what chance leaves, from which on pages take turns. */
    public const TURNS = 0.3;

    /** A page below this share of both pages' impressions is no rival. */
    public const LEAST_SHARE = 0.12;

    /** Impressions of a page on a day with a row from which on amounts say something. */
    private const MANY = 8.0;

    /** How seldom chance may keep two pages so far apart. */
    private const CHANCE = 0.005;

    private const DRAWS = 40;

    /**
     * @param  float  $turns  0 where both are shown as chance has it, 1 where never at the same time
     * @param  int  $switches  how often the page that is shown more changes
     * @param  float  $share  of the lesser page in the impressions of both
     * @param  float  $lostClicks  on days on which only the lower one was shown
     */
    private function __construct(
        public float $turns,
        public int $switches,
        public float $share,
        public float $lostClicks,
    ) {
    }

    /**
     * @param  array<string, array{impressions: int, position: float, clicks: int}>  $first  by day, days without a
     * row are left out
     * @param  array<string, array{impressions: int, position: float, clicks: int}>  $second
     * @param  int  $told  days that rows tell, whether these pages have some on them or not
     */
    public static function of(array $first, array $second, int $told): self
    {
        $days = array_keys($first + $second);
        sort($days);
        $a = $b = [];
        foreach ($days as $day) {
            $a[] = $first[$day]['impressions'] ?? 0;
            $b[] = $second[$day]['impressions'] ?? 0;
        }
        [$sumA, $sumB] = [array_sum($a), array_sum($b)];
        if ($sumA === 0 || $sumB === 0) {
            return new self(0.0, 0, 0.0, 0.0);
        }
        $turns = self::byPresence(
            count($first),
            count($second),
            count(array_intersect_key($first, $second)),
            max($told, count($days)),
        );
        if ($sumA / count($first) >= self::MANY && $sumB / count($second) >= self::MANY) {
            $joint = array_map(static fn (int $x, int $y): int => $x + $y, $a, $b);
            $expected = self::chance($joint, $sumA, $sumB);
            $turns = max($turns, $expected <= 0.05 ? 0.0 : max(0.0, 1 - self::overlap($a, $b) / $expected));
        }

        return new self(
            $turns,
            self::switches($a, $b),
            min($sumA, $sumB) / ($sumA + $sumB),
            self::lost($first, $second),
        );
    }

    /**
     * How much rarer both are shown on one day than if they had nothing to do with each other; 0 where chance may well
     * have done it.
     */
    private static function byPresence(int $one, int $other, int $both, int $days): float
    {
        $expected = ($one * $other) / max(1, $days);
        if ($both >= $expected) {
            return 0.0;
        }
        $least = 0.0;
        for ($common = max(0, $one + $other - $days); $common <= $both; $common++) {
            $least += exp(
                self::choose($one, $common) +
                    self::choose($days - $one, $other - $common) -
                    self::choose($days, $other),
            );
        }

        return $least > self::CHANCE ? 0.0 : 1 - $both / $expected;
    }

    /** The logarithm of a binomial coefficient. */
    private static function choose(int $of, int $some): float
    {
        $sum = 0.0;
        for ($i = 1; $i <= min($some, $of - $some); $i++) {
            $sum += log(($of - $i + 1) / $i);
        }

        return $sum;
    }

    /** Whether they take turns so clearly that somebody should decide between them. */
    public function takeTurns(): bool
    {
        return $this->share >= self::LEAST_SHARE && $this->turns >= self::TURNS && $this->switches >= 3;
    }

    /**
     * @param  list<int>  $a
     * @param  list<int>  $b
     */
    private static function overlap(array $a, array $b): float
    {
        [$sumA, $sumB] = [max(1, array_sum($a)), max(1, array_sum($b))];
        $both = 0.0;
        foreach ($a as $i => $count) {
            $both += min($count / $sumA, $b[$i] / $sumB);
        }

        return $both;
    }

    /**
     * The overlap of two pages that share their days: impressions of the joint days dealt to both at random.
     *
     * @param  list<int>  $joint
     */
    private static function chance(array $joint, int $sumA, int $sumB): float
    {
        $part = $sumA / ($sumA + $sumB);
        $state = crc32(implode(',', $joint));
        $all = 0.0;
        for ($draw = 0; $draw < self::DRAWS; $draw++) {
            $a = $b = [];
            foreach ($joint as $count) {
                // A binomial by its normal approximation, exact enough beside forty draws; small counts one by one.
                $mine = 0;
                if ($count > 30) {
                    $u = 0.0;
                    for ($i = 0; $i < 12; $i++) {
                        $state = ($state * 1103515245 + 12345) & 0x7FFFFFFF;
                        $u += $state / 0x7FFFFFFF;
                    }
                    $mine = (int) round(
                        max(0, min($count, $count * $part + ($u - 6) * sqrt($count * $part * (1 - $part)))),
                    );
                } else {
                    for ($i = 0; $i < $count; $i++) {
                        $state = ($state * 1103515245 + 12345) & 0x7FFFFFFF;
                        $mine += $state / 0x7FFFFFFF < $part ? 1 : 0;
                    }
                }
                $a[] = $mine;
                $b[] = $count - $mine;
            }
            $all += self::overlap($a, $b);
        }

        return $all / self::DRAWS;
    }

    /**
     * How often the page that is shown more changes from one day to the next.
     *
     * @param  list<int>  $a
     * @param  list<int>  $b
     */
    private static function switches(array $a, array $b): int
    {
        $switches = 0;
        $last = 0;
        foreach ($a as $i => $count) {
            $now = $count <=> $b[$i];
            if ($now !== 0) {
                $switches += $last !== 0 && $now !== $last ? 1 : 0;
                $last = $now;
            }
        }

        return $switches;
    }

    /**
     * Clicks that were lost on days on which only the page was shown that stands lower as a rule: what the higher one's
     * usual place would have earned more.
     *
     * @param  array<string, array{impressions: int, position: float, clicks: int}>  $first
     * @param  array<string, array{impressions: int, position: float, clicks: int}>  $second
     */
    private static function lost(array $first, array $second): float
    {
        $place = static function (array $rows): float {
            $sum = $all = 0.0;
            foreach ($rows as $row) {
                $sum += $row['impressions'] * log(max(1.0, $row['position']));
                $all += $row['impressions'];
            }

            return $all > 0 ? exp($sum / $all) : 100.0;
        };
        [$of, $other] = [$place($first), $place($second)];
        [$best, $low, $high] = $of <= $other ? [$of, $second, $first] : [$other, $first, $second];
        $lost = 0.0;
        foreach ($low as $day => $row) {
            if (! isset($high[$day])) {
                $lost +=
                    $row['impressions'] * max(0.0, ClickCurve::assumed($best) - ClickCurve::assumed($row['position']));
            }
        }

        return $lost;
    }
}

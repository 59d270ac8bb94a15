<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

use Orchard\Core\Demand\ClickCurve;

/**
 * Two pages seen for one query: whether they take turns (the search engine cannot decide between them) or are shown
 * side by side, which is often good.
 *
 * Days on which one is shown and the other not speak for turns. By chance alone that happens, too, where impressions
 * are few: the overlap of their days (the sum over days of the smaller of both shares of impressions, i.e. one minus
 * the total variation distance) is held against the overlap that two pages with the same days would have, which is drawn
 * from their joint days by a seeded generator.
 */
final readonly class Rivals
{
    /** Overlap that is missing, of what chance leaves, from which on pages take turns. */
    public const TURNS = 0.3;

    /** A page below this share of both pages' impressions is no rival. */
    public const LEAST_SHARE = 0.12;

    private const DRAWS = 40;

    private function __construct(
        public float $overlap,
        public float $expected,
        public int $switches,
        public float $share,
        public float $lostClicks,
    ) {
    }

    /**
     * @param  array<string, array{impressions: int, position: float, clicks: int}>  $first  by day, days without a row are left out
     * @param  array<string, array{impressions: int, position: float, clicks: int}>  $second
     */
    public static function of(array $first, array $second): self
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
            return new self(0.0, 0.0, 0, 0.0, 0.0);
        }
        $overlap = self::overlap($a, $b);
        $joint = array_map(static fn (int $x, int $y): int => $x + $y, $a, $b);

        return new self(
            $overlap,
            self::chance($joint, $sumA, $sumB),
            self::switches($a, $b),
            min($sumA, $sumB) / ($sumA + $sumB),
            self::lost($first, $second),
        );
    }

    /** 0 where both are shown on the same days as chance has it, 1 where never on the same day. */
    public function turns(): float
    {
        return $this->expected <= 0.05 ? 0.0 : max(0.0, 1 - $this->overlap / $this->expected);
    }

    /** Whether they take turns so clearly that somebody should decide between them. */
    public function takeTurns(): bool
    {
        return $this->share >= self::LEAST_SHARE && $this->turns() >= self::TURNS && $this->switches >= 3;
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
                    $mine = (int) round(max(0, min($count, $count * $part + ($u - 6) * sqrt($count * $part * (1 - $part)))));
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
                $lost += $row['impressions'] * max(0.0, ClickCurve::assumed($best) - ClickCurve::assumed($row['position']));
            }
        }

        return $lost;
    }
}

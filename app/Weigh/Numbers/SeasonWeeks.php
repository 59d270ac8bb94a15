<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Facts\NumberWindow;
use App\Facts\ToldBy;
use App\Facts\ToldWeeks;

/**
 * Which weeks of last year tell a market's season: those of the window a year earlier, and those that followed, as far
 * as they are told by rows that hold the same. A part of which less than half is told, and parts between which a break
 * lies, tell nothing: the weeks ahead are as those of the window then.
 */
final readonly class SeasonWeeks
{
    /** Part of a window's days that must be told. */
    private const FEWEST = 0.5;

    /** Weeks back at which the window's weeks stood a year earlier. */
    private const YEAR = 52;

    public const AHEAD = [4, 13, 26];

    /**
     * @param  array<int, true>  $base  weeks back
     * @param  float  $share  part of the window's days that is told; 0 where that is too little
     * @param  array<int, array{array<int, true>, float}>  $ahead  weeks back, and by how much they are fewer than they
     *     would be whole; by weeks ahead, those that tell nothing left out
     */
    private function __construct(private array $base, private float $share, private array $ahead)
    {
    }

    public static function of(ToldWeeks $told, int $market): self
    {
        $best = null;
        foreach ([true, false] as $holds) {
            $one = self::ofRows($told, $market, $holds);
            $best =
                $best === null || $one->share * count($one->ahead) > $best->share * count($best->ahead) ? $one : $best;
        }

        return $best;
    }

    private static function ofRows(ToldWeeks $told, int $market, bool $holdsWithheld): self
    {
        $part = static function (int $from, int $to) use ($told, $market, $holdsWithheld): array {
            [$weeks, $days] = [[], 0];
            for ($week = $from; $week < $to; $week++) {
                $of =
                    $told->holdsWithheld($market, $week) === $holdsWithheld
                        ? $told->daysIn($market, ToldBy::Pages, $week)
                        : 0;
                $days += $of;
                $weeks += $of > 0 ? [$week => true] : [];
            }

            return [$weeks, $days / (7 * ($to - $from))];
        };
        [$base, $share] = $part(self::YEAR, self::YEAR + NumberWindow::WEEKS);
        if ($share < self::FEWEST) {
            return new self([], 0.0, []);
        }
        $ahead = [];
        foreach (self::AHEAD as $weeks) {
            [$of, $fullness] = $part(self::YEAR - $weeks, self::YEAR);
            if ($fullness >= self::FEWEST && ! $told->isBroken(self::YEAR - $weeks, self::YEAR + NumberWindow::WEEKS)) {
                $ahead[$weeks] = [$of, $fullness];
            }
        }

        return new self($base, $share, $ahead);
    }

    /**
     * @param  array<int, int>  $seen  impressions of a page by weeks back
     * @return list<float> of the window then, and of the weeks ahead as if they were told as far as that window
     */
    public function sums(array $seen): array
    {
        $base = (float) array_sum(array_intersect_key($seen, $this->base));
        $sums = [$base];
        foreach (self::AHEAD as $weeks) {
            $sums[] = isset($this->ahead[$weeks])
                ? (array_sum(array_intersect_key($seen, $this->ahead[$weeks][0])) * $this->share) /
                    $this->ahead[$weeks][1]
                : ($base * $weeks) / NumberWindow::WEEKS;
        }

        return $sums;
    }
}

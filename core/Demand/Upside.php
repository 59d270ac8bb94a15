<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/** The expected extra revenue of a page in 28 days, in two sums, and where it comes from. */
final readonly class Upside
{
    /**
     * @param  float  $wording  money from a better click rate at the same positions, within about four weeks
     * @param  float  $position  money from better positions, within three to six months
     * @param  Range  $range  of both together
     * @param  Range  $wordingRange  of the first sum
     * @param  Range  $positionRange  of the second
     * @param  Range  $valueRange  of the value of a click
     * @param  float  $wordingClicks  extra clicks of the first sum
     * @param  float  $fullGapClicks  the same, were all of the gap closed
     * @param  float  $positionClicks  extra clicks of the second
     * @param  float  $clickValue  what a click is worth
     * @param  float  $ratio  clicks against expected clicks, shrunk
     * @param  float  $expectedRate  click rate that the page's positions would earn
     * @param  float  $ownPart  part of the wording sum that the page's own data show; the rest is assumed from others
     * @param  array<int, float>  $lifts  the second sum were the target position 1 to 5 and every probability that of
     *     difficulty alone, by target
     * @param  QuickWins  $wins  queries just off the top
     * @param  float  $topClicks  what the first place would bring for queries that stand at the target or better:
     *     another promise, in no sum
     * @param  array<int, array{wording: float, position: float, expected: float, target: ?float,
     *     probability: float}>  $queries  money by query id, of both sums; 0 is what is withheld
     */
    public function __construct(
        public float $wording,
        public float $position,
        public Range $range,
        public Range $wordingRange,
        public Range $positionRange,
        public Range $valueRange,
        public float $wordingClicks,
        public float $fullGapClicks,
        public float $positionClicks,
        public float $clickValue,
        public float $ratio,
        public float $expectedRate,
        public float $ownPart,
        public array $lifts,
        public QuickWins $wins,
        public array $queries,
        public float $topClicks = 0.0,
    ) {
    }

    public function total(): float
    {
        return $this->wording + $this->position;
    }
}

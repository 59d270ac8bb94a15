<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/** What no data of the store can tell, and people may set. */
final readonly class Assumptions
{
    /** Part of the deepest position over which promises fade in and out. */
    private const FADE = 0.2;

    /** How much smaller the chance of the first place is than that of the target. */
    private const TOP = 0.3;

    /**
     * @param  float  $shareClosed  part of the gap in click rate that a rewrite closes, 0 to 1; 1 counts the full gap
     * @param  float  $liftProbability  probability that work brings a query of difficulty 0 to the target, 0 to 1
     * @param  float  $liftFalloff  points of difficulty over which that probability falls by half
     * @param  float  $liftReach  positions to climb over which it falls by half
     * @param  float  $target  position that work aims at, 1 to 10
     * @param  float  $deepest  positions about and beyond this are left alone: what is promised fades out there
     * @param  float  $difficulty  assumed where no file tells one, 0 to 100
     * @param  float  $margin  part of the revenue that counts, 0 to 1
     * @param  float  $returning  part of the upside that counts for a product that will be back, 0 to 1
     */
    public function __construct(
        public float $shareClosed = 1.0,
        public float $liftProbability = 0.5,
        public float $liftFalloff = 35.0,
        public float $target = 3.0,
        public float $deepest = 20.0,
        public float $difficulty = 40.0,
        public float $margin = 1.0,
        public float $returning = 0.5,
        public float $liftReach = 15.0,
    ) {
    }

    /**
     * Probability that a query is brought from where it stands to a target; fades out about the deepest position that
     * is worked on.
     */
    public function probability(?float $difficulty, float $position, ?float $target = null): float
    {
        return $this->liftProbability * $this->ease($difficulty, $position, $target);
    }

    /**
     * What difficulty, the way to the target and the depth leave of that probability, 0 to 1: continuous in all of
     * them. Nothing for a query that stands at the target or better, for there is nothing to do.
     */
    public function ease(?float $difficulty, float $position, ?float $target = null): float
    {
        $way = $position - ($target ?? $this->target);

        return $way <= 0
            ? 0.0
            : 0.5 **
                    (($difficulty ?? $this->difficulty) / max(1.0, $this->liftFalloff) +
                        $way / max(1.0, $this->liftReach)) *
                    $this->fade($position);
    }

    /** Probability that a query at the target or better comes to the first place: another promise, told beside. */
    public function topProbability(?float $difficulty, float $position): float
    {
        $near = max(0.0, min(1.0, $this->target + 1 - $position));

        return self::TOP *
            $this->liftProbability *
            0.5 ** (($difficulty ?? $this->difficulty) / max(1.0, $this->liftFalloff)) *
            $near;
    }

    private function fade(float $position): float
    {
        [$from, $to] = [(1 - self::FADE) * $this->deepest, (1 + self::FADE) * $this->deepest];

        return max(0.0, min(1.0, ($to - $position) / max(1e-9, $to - $from)));
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/** What no data of the store can tell, and people may set. */
final readonly class Assumptions
{
    /**
     * @param  float  $shareClosed  part of the gap in click rate that a rewrite closes, 0 to 1; 1 counts the full gap
     * @param  float  $liftProbability  probability that work brings a query of difficulty 0 to the target, 0 to 1
     * @param  float  $liftFalloff  points of difficulty over which that probability falls by half
     * @param  float  $target  position that work aims at, 1 to 10
     * @param  float  $deepest  positions beyond this are left alone
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
    ) {
    }

    /** Probability that a query is brought to its target. */
    public function probability(?float $difficulty): float
    {
        return $this->liftProbability * $this->ease($difficulty);
    }

    /** What difficulty leaves of that probability, 0 to 1. */
    public function ease(?float $difficulty): float
    {
        return 0.5 ** (($difficulty ?? $this->difficulty) / max(1.0, $this->liftFalloff));
    }

    /** Where a query at this position is to be brought: to the target, and from there to the top; null where there is nothing to do. */
    public function targetOf(float $position, ?float $target = null): ?float
    {
        $target ??= $this->target;

        return match (true) {
            $position > $this->deepest, $position < 1.5 => null,
            $position > $target + 0.5 => $target,
            default => 1.0,
        };
    }
}

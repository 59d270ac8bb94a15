<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

/** What was sold in some weeks of last year, and in as many weeks that came some weeks later. */
final readonly class SeasonSums
{
    /** @param  int  $groupId  the collection that they are of; 0 for the store and for single pages */
    public function __construct(
        public float $base,
        private float $ahead4,
        private float $ahead13,
        private float $ahead26,
        public int $groupId = 0,
    ) {
    }

    /** @param  4|13|26  $weeks */
    public function ahead(int $weeks): float
    {
        return match ($weeks) {
            4 => $this->ahead4,
            13 => $this->ahead13,
            26 => $this->ahead26,
        };
    }
}

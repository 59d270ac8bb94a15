<?php

declare(strict_types=1);

namespace App\Watch\Lists;

/** Clicks of the pages of a change in one week, and what they would have been without it. */
final readonly class WeekOfChange
{
    /**
     * @param  string  $week  its Monday, yyyy-mm-dd
     * @param  float  $expected  as pages that were left alone went
     * @param  bool  $isAfter  whether the change is judged by it
     */
    public function __construct(
        public string $week,
        public float $came,
        public float $expected,
        public bool $isAfter,
    ) {
    }

    /** The end of the band that holds what would have been; null where it is not judged by. */
    public function end(float $reach): ?float
    {
        return $this->isAfter ? max(0.0, (1 + $reach) * $this->expected) : null;
    }
}

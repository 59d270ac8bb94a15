<?php

declare(strict_types=1);

namespace App\Match\Tracking;

/** A tracked term on one day on which it was seen. */
final readonly class TermDay
{
    /**
     * @param  float  $positionMilli  1000 x average position
     */
    public function __construct(
        public string $day,
        public int $clicks,
        public int $impressions,
        public float $positionMilli,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/** What was seen and clicked at one place of a results page. */
final readonly class PlaceClicks
{
    /**
     * @param  int  $device  0 not told, 1 desktop, 2 phone, 3 tablet
     * @param  float  $position  mean, from 1 on
     */
    public function __construct(
        public int $device,
        public float $position,
        public float $clicks,
        public float $impressions,
    ) {
    }
}

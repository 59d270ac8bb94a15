<?php

declare(strict_types=1);

namespace App\Weigh\Ranges;

/** What all pages of some dates add up to. */
final readonly class RangeTotal
{
    public function __construct(
        public int $pages,
        public int $clicks,
        public int $impressions,
        public int $positionSum,
        public int $orders,
        public float $revenue,
    ) {
    }
}

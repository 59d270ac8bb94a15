<?php

declare(strict_types=1);

namespace Orchard\Core\Outcome;

/** A page whose orders are looked at before and after a change. */
final readonly class OrderedPage
{
    /**
     * @param  int  $stratum  pages of one market and kind
     * @param  int  $cluster  pages of one collection; 0 for a page of none
     * @param  float  $past  orders of all weeks before
     * @param  float  $clicks  clicks of the same weeks
     * @param  float  $expected  clicks that would have come afterwards, above 0
     * @param  float  $after  orders afterwards
     */
    public function __construct(
        public int $id,
        public int $stratum,
        public int $cluster,
        public float $past,
        public float $clicks,
        public float $expected,
        public float $after,
    ) {
    }
}

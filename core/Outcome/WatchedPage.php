<?php

declare(strict_types=1);

namespace Orchard\Core\Outcome;

/** A page whose numbers are looked at before and after a change, whether it was changed or left alone. */
final readonly class WatchedPage
{
    /**
     * @param  int  $stratum  pages of one market and kind: what lifts one of them lifts the others
     * @param  int  $cluster  pages of one collection move together; 0 for a page of none
     * @param  list<float>  $past  clicks before the change, by span of weeks, the newest first; 0 or more
     * @param  list<float>  $shown  impressions in the same spans, 0 or more
     * @param  list<float>  $position  mean positions in the same spans, 1 or more; 1 where it was not seen
     * @param  float  $after  clicks after it, 0 or more
     */
    public function __construct(
        public int $id,
        public int $stratum,
        public int $cluster,
        public array $past,
        public array $shown,
        public array $position,
        public float $after,
    ) {
    }
}

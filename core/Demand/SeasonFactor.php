<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/**
 * The weeks ahead against those of the window, as they stood to each other a year (364 days) earlier, leaned on a wider
 * group by how little was seen: a gamma law around the group's factor (a Poisson count of impressions ahead over an
 * exposure of those in the window).
 */
final readonly class SeasonFactor
{
    /**
     * Impressions in the window a year earlier that a page's group is worth beside its own, and that the store is worth
     * beside a group's.
     */
    public const OF_GROUP = 1500.0;

    public const OF_STORE = 5000.0;

    /**
     * @param  float  $base  impressions in the window's weeks a year earlier
     * @param  float  $ahead  impressions in the weeks that followed
     * @param  float  $weeks  how many those are
     * @param  float  $window  how many the window has
     */
    public function __construct(
        private float $base,
        private float $ahead,
        private float $weeks,
        private float $window,
    ) {
    }

    /**
     * @param  float  $wider  the factor of the wider group, above 0; 1 for none
     * @param  float  $strength  impressions that it is worth
     * @return float between 0.2 and 5
     */
    public function shrunk(float $wider, float $strength): float
    {
        $factor = (($this->ahead * $this->window) / $this->weeks + $strength * $wider) / ($this->base + $strength);

        return max(0.2, min(5.0, $factor));
    }
}

<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

/** A page with fewer clicks than before, and the parts of what it lost; parts are below 0 where they cost clicks. */
final readonly class LosingPage
{
    /**
     * @param  int  $lost  clicks, above 0
     * @param  bool  $hasParts  whether rows by query tell both sides; the parts mean nothing where they do not
     * @param  float  $demand  by searches
     * @param  float  $place  by position
     * @param  float  $rate  by click rate at the same position
     * @param  float  $came  by queries that are new
     * @param  float  $went  by queries that are gone
     * @param  float  $withheld  that no query row explains
     */
    public function __construct(
        public int $pageId,
        public string $url,
        public ?string $title,
        public int $clicks,
        public int $lost,
        public bool $hasParts,
        public float $demand,
        public float $place,
        public float $rate,
        public float $came,
        public float $went,
        public float $withheld,
    ) {
    }
}

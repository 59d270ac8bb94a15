<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

/** Between which sums the upside of a page lies, four times in five, and whether its rows say the same. */
final readonly class UpsideRange
{
    /**
     * @param  bool  $contradicts  whether rows by query hold more than the page’s own
     */
    public function __construct(
        public int $marketId,
        public float $low,
        public float $high,
        public bool $contradicts,
    ) {
    }
}

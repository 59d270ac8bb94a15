<?php

declare(strict_types=1);

namespace App\Tend\Lists;

/** A link to add, with what it would change. */
final readonly class LinkRow
{
    /**
     * @param  int  $reason  value of a LinkReason
     * @param  string  $sentence  where it fits; empty for the end of the text
     * @param  int  $depthNow  clicks from home to the page that it leads to
     * @param  int  $weightNow  thousand-millionths of all link weight
     */
    public function __construct(
        public int $id,
        public int $fromPage,
        public int $toPage,
        public string $fromUrl,
        public string $toUrl,
        public int $reason,
        public string $anchor,
        public string $sentence,
        public int $depthNow,
        public int $depthThen,
        public int $weightNow,
        public int $weightThen,
        public float $worth,
        public int $clicks,
        public float $revenue,
        public float $upside,
    ) {
    }
}

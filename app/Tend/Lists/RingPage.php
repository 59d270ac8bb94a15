<?php

declare(strict_types=1);

namespace App\Tend\Lists;

/** A page of the picture of rings. */
final readonly class RingPage
{
    public function __construct(
        public int $pageId,
        public int $sector,
        public int $depth,
        public int $aim,
        public float $worth,
        public string $url,
    ) {
    }
}

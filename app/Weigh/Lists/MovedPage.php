<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

/** A page whose upside has moved, and by what. */
final readonly class MovedPage
{
    /**
     * @param  float  $worth  of a click
     * @param  float  $byWorth  part of the change that the value of a click makes
     * @param  ?string  $reason  of the upside now, in words
     */
    public function __construct(
        public int $pageId,
        public string $url,
        public ?string $title,
        public float $upside,
        public float $wasUpside,
        public float $worth,
        public float $wasWorth,
        public float $byWorth,
        public float $byTexts,
        public float $byPositions,
        public string $movedAt,
        public ?string $reason,
    ) {
    }
}

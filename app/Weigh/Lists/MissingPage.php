<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

/** A page that is searched for while its product cannot be bought. */
final readonly class MissingPage
{
    /**
     * @param  float  $missedClicks  clicks in 28 days
     * @param  float  $missed  what they would be worth
     */
    public function __construct(
        public int $pageId,
        public string $url,
        public ?string $title,
        public ?string $number,
        public ?string $maker,
        public int $life,
        public ?string $backOn,
        public ?int $stock,
        public ?string $replacedBy,
        public int $impressions,
        public float $missedClicks,
        public float $missed,
        public string $sortKey,
    ) {
    }
}

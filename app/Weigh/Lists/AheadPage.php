<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

/** A page with what it could earn more over the weeks ahead. */
final readonly class AheadPage
{
    /**
     * @param  float  $upside  over four weeks
     * @param  float  $ahead  over the weeks that are asked for
     * @param  float  $factor  demand in these against the last thirteen
     * @param  ?string  $seasonWeek  in which its season begins
     * @param  float  $seasonPeak  demand at its height against the last thirteen weeks
     * @param  ?string  $reason  in words
     */
    public function __construct(
        public int $pageId,
        public string $url,
        public ?string $title,
        public float $upside,
        public float $ahead,
        public float $factor,
        public ?string $seasonWeek,
        public float $seasonPeak,
        public ?string $workBy,
        public ?string $reason,
    ) {
    }
}

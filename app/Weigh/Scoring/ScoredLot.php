<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use App\Stores\Kinds\PageKind;

/** Pages of one kind and collection that are worth writing together, with the sums of what they could earn more. */
final readonly class ScoredLot
{
    /**
     * @param  int  $collectionId  page of the collection; 0 where they are in none
     * @param  ?string  $name  of the collection in the shop
     * @param  ?string  $title  of its page
     * @param  float  $upside  in the currency of the market, or clicks, in 28 days
     * @param  float  $ratio  clicks that they get, to those that their positions earn
     * @param  float  $position  on average
     */
    public function __construct(
        public int $place,
        public int $collectionId,
        public PageKind $kind,
        private ?string $name,
        private ?string $title,
        public int $pages,
        public float $upside,
        public float $low,
        public float $high,
        public float $wording,
        public float $lift,
        public float $ratio,
        public float $position,
        public int $impressions,
    ) {
    }

    /** What the collection is called; empty for pages outside collections. */
    public function name(): string
    {
        return trim((string) ($this->name ?: $this->title));
    }
}

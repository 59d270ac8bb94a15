<?php

declare(strict_types=1);

namespace App\Match\Terms;

/** A term of a market with its figures and where it leads, as of the newest matching. */
final readonly class MarketTerm
{
    /**
     * @param  string  $digest  of the key under which its forms meet, 16 bytes
     * @param  int  $forms  in which it is searched
     * @param  ?int  $volume  searches a month; null where no list tells it
     * @param  ?float  $difficulty  0 to 100
     * @param  int  $positionMilli  1000 x average position, by impressions; 0 where it is not seen
     * @param  int  $headId  the head term of its group; 0 where it has none
     * @param  int  $asked  number of what it asks for (Asks::kind)
     * @param  float  $strength  0 to 1, of what speaks for that
     * @param  string  $because  reasons of GroundType, packed
     * @param  float  $worth  what its best page could earn with it in four weeks
     * @param  float  $potential  what a page made for it could earn in four weeks
     * @param  ?int  $products  in stock that have all its words; null where the store has none
     * @param  int  $served  0 no page, 1 a page, 2 not stocked, 3 a page is planned, 4 left without a page
     * @param  bool  $rivals  pages take turns for it, and nobody has decided
     * @param  int  $origins  bits of Dictionary
     */
    public function __construct(
        public int $id,
        public int $marketId,
        public string $digest,
        public string $term,
        public int $forms,
        public ?int $volume,
        public ?float $difficulty,
        public int $clicks,
        public int $impressions,
        public int $positionMilli,
        public int $asked,
        public float $strength,
        public string $because,
        public int $headId,
        public ?int $leadPage,
        public ?int $supportPage,
        public float $worth,
        public float $potential,
        public ?int $products,
        public int $served,
        public bool $locked,
        public bool $rivals,
        public bool $excluded,
        public bool $tracked,
        public int $origins,
    ) {
    }

    public function key(): TermKey
    {
        return new TermKey($this->marketId, $this->digest, $this->term);
    }

    /**
     * @param  array<self>  $terms
     * @return list<TermKey>
     */
    public static function keys(array $terms): array
    {
        return array_values(array_map(static fn (self $term): TermKey => $term->key(), $terms));
    }
}

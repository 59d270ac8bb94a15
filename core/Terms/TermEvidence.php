<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/** What is known of a term besides its words. */
final readonly class TermEvidence
{
    /**
     * @param  array<string, float>  $seen  impressions of the store's pages by kind: collection, product, article
     * @param  array<string, int>  $results  places among the first results by kind of page, as a file tells
     * @param  ?int  $products  products in stock that have all its words; null where the store knows no products
     * @param  int  $named  of them those whose very name it is, or whose name alone has one of its words
     * @param  bool  $ownBrand  whether it names the store
     * @param  bool  $maker  whether it names a maker
     * @param  list<string>  $beyond  its words that are neither the maker's name nor an article
     */
    public function __construct(
        public array $seen = [],
        public array $results = [],
        public ?int $products = null,
        public int $named = 0,
        public bool $ownBrand = false,
        public bool $maker = false,
        public array $beyond = [],
    ) {
    }
}

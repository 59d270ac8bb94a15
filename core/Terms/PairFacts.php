<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/** What is known of one page and one term together. */
final readonly class PairFacts
{
    /**
     * @param  float  $searches  a month, of the term
     * @param  ?float  $difficulty  0 to 100
     * @param  float  $relevance  of the page to the term, 0 to 1 (PageWordIndex)
     * @param  float  $asked  0 to 1: how well the page's kind answers what the term asks for
     * @param  float  $fit  0 to 1: how many of the page's products the searcher would buy (BuyerFit)
     * @param  ?float  $position  where the page stands for the term now; null where it is not seen
     * @param  ?float  $others  where the store's best page stands for it; null where none is seen
     * @param  float  $share  of the impressions that the store has for the term, 0 to 1
     * @param  float  $clickValue  money for a click on the page; 1 where nothing tells it
     */
    public function __construct(
        public float $searches,
        public ?float $difficulty,
        public float $relevance,
        public float $asked,
        public float $fit,
        public ?float $position,
        public ?float $others,
        public float $share,
        public float $clickValue,
    ) {
    }
}

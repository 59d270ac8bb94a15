<?php

declare(strict_types=1);

namespace App\Match\Terms;

/** A page that could go for a term. */
final readonly class TermPage
{
    /**
     * @param  float  $relevance  0 to 1
     * @param  float  $asked  0 to 1, how well its kind fits what is asked for
     * @param  int  $fitting  products of it, in stock, that have all the words
     * @param  int  $stocked  products of it in stock
     * @param  int  $positionMilli  1000 x average position; 0 where it is not seen
     * @param  float  $worth  what it could earn with the term in four weeks
     */
    public function __construct(
        public int $pageId,
        public float $relevance,
        public float $asked,
        public int $fitting,
        public int $stocked,
        public int $positionMilli,
        public float $worth,
    ) {
    }
}

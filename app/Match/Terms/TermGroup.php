<?php

declare(strict_types=1);

namespace App\Match\Terms;

/** A head term with its narrower forms. */
final readonly class TermGroup
{
    /**
     * @param  int  $id  of the head term
     * @param  string  $term  the head term
     * @param  ?int  $volume  searches of the head a month; null where no list tells it
     * @param  int  $asked  number of what the head asks for (Asks::kind)
     * @param  int  $terms  of the group
     * @param  float  $worth  of all of them together
     * @param  int  $led  terms that lead a page
     */
    public function __construct(
        public int $id,
        public string $term,
        public ?int $volume,
        public int $asked,
        public int $terms = 0,
        public float $worth = 0.0,
        public int $led = 0,
    ) {
    }
}

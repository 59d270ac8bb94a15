<?php

declare(strict_types=1);

namespace Orchard\Core\Matching;

/** Which row has which term, and how far that may be from the best. */
final readonly class Matching
{
    /**
     * @param  list<int>  $terms  by row; -1 where a row has none
     * @param  int  $total  what the pairs are worth together
     * @param  int  $gap  by how much the best matching could be worth more at most; 0 where this is the best
     */
    public function __construct(public array $terms, public int $total, public int $gap)
    {
    }
}

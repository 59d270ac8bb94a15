<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

use InvalidArgumentException;

/** What links are worth and cost, as the store says. */
final readonly class RoadTerms
{
    /**
     * @param  float  $factor  links of one's own site that weigh as much as one backlink, above 0
     * @param  float  $pageShare  part of the links that leads to the page itself, 0 to 1
     * @param  float  $price  of one backlink; 0 where none is set
     * @param  float  $budget  of a month; 0 where none is set
     *
     * @throws InvalidArgumentException where a number is out of its range
     */
    public function __construct(
        public float $factor,
        public float $pageShare,
        public float $price,
        public float $budget,
    ) {
        if ($factor <= 0 || $pageShare < 0 || $pageShare > 1 || $price < 0 || $budget < 0) {
            throw new InvalidArgumentException('A factor is above 0, a share from 0 to 1, money 0 or more.');
        }
    }
}

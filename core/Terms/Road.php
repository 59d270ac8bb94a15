<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

use InvalidArgumentException;

/**
 * How far it is to a rival page that stands above for a term, in links: what it has more, what closing the gap costs,
 * and in how many months. A rule of thumb of the trade (links of one's own site at a factor for one backlink), not a
 * forecast of positions.
 */
final readonly class Road
{
    /**
     * @param  float  $gap  backlinks that the rival has more; below 0 where it has fewer
     * @param  int  $links  backlinks that are needed to have more than it; 0 where there are more already
     * @param  int  $toPage  of them, to the page itself
     * @param  int  $toHome  of them, to the home page, whose weight reaches the page as well
     * @param  int  $instead  links of one's own site that weigh as much as all of them
     * @param  ?float  $cost  null where no price is set
     * @param  ?int  $months  null where no budget is set
     */
    private function __construct(
        public float $gap,
        public int $links,
        public int $toPage,
        public int $toHome,
        public int $instead,
        public ?float $cost,
        public ?int $months,
    ) {
    }

    /**
     * @param  float  $factor  links of one's own site that weigh as much as one backlink, above 0
     * @param  float  $pageShare  part of the links that leads to the page itself, 0 to 1
     * @param  float  $price  of one backlink; 0 where none is set
     * @param  float  $budget  of a month; 0 where none is set
     *
     * @throws InvalidArgumentException where a number is out of its range
     */
    public static function between(
        LinkStock $own,
        LinkStock $rival,
        float $factor,
        float $pageShare,
        float $price,
        float $budget,
    ): self {
        if ($factor <= 0 || $pageShare < 0 || $pageShare > 1 || $price < 0 || $budget < 0) {
            throw new InvalidArgumentException('A factor is above 0, a share from 0 to 1, money 0 or more.');
        }
        $gap = $rival->reckoned($factor) - $own->reckoned($factor);
        // As many as the rival has are not more; a hair of rounding is no link.
        $links = $gap < 0 ? 0 : (int) floor($gap + 1e-9) + 1;
        $toPage = (int) ceil($links * $pageShare - 1e-9);
        $cost = $price > 0 ? $links * $price : null;

        return new self(
            $gap,
            $links,
            $toPage,
            $links - $toPage,
            (int) ceil($links * $factor - 1e-9),
            $cost,
            $cost === null || $budget <= 0 ? null : (int) ceil($cost / $budget - 1e-9),
        );
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

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

    public static function between(LinkStock $own, LinkStock $rival, RoadTerms $terms): self
    {
        $gap = $rival->reckoned($terms->factor) - $own->reckoned($terms->factor);
        // As many as the rival has are not more; a hair of rounding is no link.
        $links = $gap < 0 ? 0 : (int) floor($gap + 1e-9) + 1;
        $toPage = (int) ceil($links * $terms->pageShare - 1e-9);
        $cost = $terms->price > 0 ? $links * $terms->price : null;

        return new self(
            $gap,
            $links,
            $toPage,
            $links - $toPage,
            (int) ceil($links * $terms->factor - 1e-9),
            $cost,
            $cost === null || $terms->budget <= 0 ? null : (int) ceil($cost / $terms->budget - 1e-9),
        );
    }
}

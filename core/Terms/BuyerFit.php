<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/** How many of a page's products in stock somebody who types a term would buy. */
final readonly class BuyerFit
{
    /** A share below which people are warned. */
    public const LOW = 0.2;

    /**
     * @param  int  $fitting  products in stock of the page that satisfy the whole term
     * @param  int  $stocked  products in stock of the page
     * @param  list<string>  $unknown  words that no product of the store has
     * @param  list<string>  $lacking  words that fewer than a fifth of the page's products have
     */
    public function __construct(
        public int $fitting,
        public int $stocked,
        public array $unknown,
        public array $lacking,
    ) {
    }

    /** 0 to 1; null where the page shows no product in stock, so that nothing can be said. */
    public function share(): ?float
    {
        return $this->stocked === 0 ? null : $this->fitting / $this->stocked;
    }

    public function isLow(): bool
    {
        return $this->stocked > 0 && $this->fitting < self::LOW * $this->stocked;
    }

    /** What a term is worth for the page beside one that all its products fit: half of them are as good as all. */
    public function weight(): float
    {
        $share = $this->share();
        if ($share === null) {
            return $this->unknown === [] ? 1.0 : 0.5;
        }
        // A word that the store does not write may still be a synonym.
        $share = $this->unknown === [] ? $share : max($share, 0.15);

        return 0.1 + 0.9 * min(1.0, $share / 0.5);
    }
}

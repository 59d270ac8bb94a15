<?php

declare(strict_types=1);

namespace App\Gather\Pages;

use App\Inventory\LifeOrigin;
use App\Platform\Web\Forms;
use Orchard\Core\StructuredData\LifeState;

/** What is known of the product that a page sells. */
final readonly class ProductOfPage
{
    /**
     * @param  ?string  $backOn  yyyy-mm-dd
     * @param  ?string  $replacedBy  number of the product that took its place
     * @param  ?int  $reviews  that the rating is of
     */
    public function __construct(
        public LifeState $life,
        public LifeOrigin $origin,
        public ?string $backOn,
        public ?string $replacedBy,
        public string $number,
        public ?float $price,
        public ?string $currency,
        public ?int $stock,
        public ?string $maker,
        public ?float $rating,
        public ?int $reviews,
    ) {
    }

    public function isByHand(): bool
    {
        return $this->origin === LifeOrigin::Hand;
    }

    /** @return list<string> what is known of it, in words */
    public function words(): array
    {
        return array_values(
            array_filter([
                $this->number === '' ? '' : "SKU $this->number",
                $this->price === null ? '' : 'price '.Forms::number($this->price, 2)." $this->currency",
                $this->stock === null ? '' : Forms::number($this->stock).' in stock',
                (string) $this->maker,
                $this->rating === null
                    ? ''
                    : "rated $this->rating".($this->reviews === null ? '' : ' by '.Forms::number($this->reviews)),
            ]),
        );
    }
}

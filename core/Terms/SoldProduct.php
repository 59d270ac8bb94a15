<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/** A product of the shop, as its words and its price tell what it answers. */
final readonly class SoldProduct
{
    /**
     * @param  list<string>  $facts  values of attributes, collections, type
     * @param  string  $maker  '' where none is named
     * @param  ?float  $price  in its market's currency
     */
    public function __construct(
        public int $id,
        public string $name,
        public array $facts,
        public string $maker = '',
        public bool $inStock = true,
        public ?float $price = null,
    ) {
    }
}

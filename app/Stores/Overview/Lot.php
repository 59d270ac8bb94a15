<?php

declare(strict_types=1);

namespace App\Stores\Overview;

/** A group of pages by which much could be earned. */
final readonly class Lot
{
    /**
     * @param  string  $name  such as "Floor lamps, 84 products"
     * @param  string  $why  what is lacking there, in some eight words
     * @param  float  $sum  in the unit of its Lots, in 28 days
     * @param  float  $low  the sum lies between low and high four times in five
     */
    public function __construct(
        public string $name,
        public string $why,
        public float $sum,
        public float $low,
        public float $high,
        public Way $way,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace App\Tend\Maps;

/** The sitemaps of a store: where they are served, and what they hold. */
final readonly class MapState
{
    /**
     * @param  string  $token  part of the address at which they are served
     * @param  string  $leftOut  JSON: pages by why they are in none
     */
    public function __construct(
        public string $token,
        public ?string $madeAt,
        public int $urls,
        public string $leftOut,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace App\Tend\Known;

/** By what a store proves to a search engine whose it is. */
final readonly class Proof
{
    /**
     * @param  int  $way  1 a meta element of the home page, 2 a file
     * @param  ?string  $seenAt  when it was live last
     */
    public function __construct(
        public int $id,
        public string $engine,
        public int $way,
        public string $name,
        public string $value,
        public ?string $seenAt,
    ) {
    }
}

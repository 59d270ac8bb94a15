<?php

declare(strict_types=1);

namespace App\Release\Lists;

/** A draft that met a change in the shop, with the shop's text. */
final readonly class ClashingText
{
    /**
     * @param  string  $stored  what the shop holds now
     */
    public function __construct(
        public int $id,
        public string $name,
        public ?string $url,
        public int $field,
        public string $value,
        public string $stored,
    ) {
    }
}

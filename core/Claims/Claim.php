<?php

declare(strict_types=1);

namespace Orchard\Core\Claims;

/** Something that a text says, where it says it. */
final readonly class Claim
{
    /**
     * @param  string  $text  as it is written
     * @param  int  $at  byte in the text at which it begins
     * @param  string  $concept  what the words mean, whatever their form or language; empty for quantities
     */
    public function __construct(
        public ClaimType $type,
        public string $text,
        public int $at,
        public string $concept = '',
        public ?Quantity $quantity = null,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace App\Release\Lists;

use App\Changes\AddressField;
use App\Changes\DraftState;

/** A change of an address that met another one in the shop, or that the shop refused. */
final readonly class ClashingAddress
{
    /**
     * @param  string  $baseValue  what the shop has
     * @param  ?string  $note  why it was refused
     */
    public function __construct(
        public int $id,
        public string $url,
        public AddressField $field,
        public string $value,
        public string $baseValue,
        public ?string $note,
        public DraftState $state,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace App\Changes;

/** A setting of an address that is to become true in the shop, as it stands now. */
final readonly class AddressChange
{
    /**
     * @param  string  $baseValue  what the shop held when it was put down
     * @param  string  $origin  value of an Origin
     */
    public function __construct(
        public int $id,
        public int $storeId,
        public int $pageId,
        public AddressField $field,
        public string $value,
        public string $baseValue,
        public string $why,
        public string $origin,
        public DraftState $state,
        public ?string $note,
    ) {
    }
}

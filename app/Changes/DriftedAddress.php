<?php

declare(strict_types=1);

namespace App\Changes;

use stdClass;

/** An address that no longer shows what was released for it. */
final readonly class DriftedAddress
{
    /**
     * @param  string  $value  what was released
     * @param  string  $shown  how it showed then
     * @param  string  $now  what shows instead
     */
    private function __construct(
        public int $pageId,
        public string $url,
        public AddressField $field,
        public string $value,
        public string $shown,
        public string $now,
    ) {
    }

    /** @param  stdClass  $row  of address_states, with the page's url */
    public static function of(stdClass $row): self
    {
        return new self(
            (int) $row->page_id,
            (string) $row->url,
            AddressField::from((int) $row->field),
            (string) $row->value,
            (string) $row->shown,
            (string) $row->drifted,
        );
    }
}

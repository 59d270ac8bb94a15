<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Database\Row;

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

    /** @param  Row  $row  of address_states, with the page's url */
    public static function of(Row $row): self
    {
        return new self(
            $row->int('page_id'),
            $row->text('url'),
            AddressField::from($row->int('field')),
            $row->text('value'),
            $row->text('shown'),
            $row->text('drifted'),
        );
    }
}

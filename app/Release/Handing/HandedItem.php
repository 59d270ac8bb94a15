<?php

declare(strict_types=1);

namespace App\Release\Handing;

use App\Release\Items\FieldChange;

/** An item of a release that somebody is to put in by hand. */
final readonly class HandedItem
{
    /**
     * @param  ?string  $seen  what the live check says
     */
    public function __construct(
        public int $id,
        public string $fields,
        public ?string $seen,
        public ?string $name,
        public ?string $resourceUrl,
        public ?string $pageUrl,
    ) {
    }

    /** @return list<FieldChange> */
    public function changes(): array
    {
        return FieldChange::unpack($this->fields);
    }
}

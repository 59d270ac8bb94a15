<?php

declare(strict_types=1);

namespace App\Release\Handing;

use App\Release\Items\FieldChange;

/** An item of a release that goes in a file, and where its thing stands there. */
final readonly class FileItem
{
    /**
     * @param  int  $place  its row in the file; 0 where it has none
     */
    public function __construct(
        public int $id,
        public int $resourceId,
        public string $externalId,
        public string $fields,
        public int $place,
    ) {
    }

    /** @return list<FieldChange> */
    public function changes(): array
    {
        return FieldChange::unpack($this->fields);
    }
}

<?php

declare(strict_types=1);

namespace App\Write\Review;

use App\Write\WrittenPage;

/** A draft whose text was not held against facts yet. */
final readonly class UnjudgedText
{
    /**
     * @param  int  $id  of the resource
     * @param  int  $field  value of a TextField
     * @param  string  $digest  of the text, 16 bytes
     */
    public function __construct(
        public int $id,
        public int $pageId,
        public int $marketId,
        public int $kind,
        public string $name,
        public string $attributes,
        public int $field,
        public string $value,
        public string $digest,
    ) {
    }

    public function page(): WrittenPage
    {
        return new WrittenPage($this->id, $this->pageId, $this->marketId, $this->kind, $this->name, $this->attributes);
    }
}

<?php

declare(strict_types=1);

namespace App\Write\Facts;

use App\Write\WrittenPage;

/** A page that a file to be checked names. */
final readonly class NamedPage
{
    /**
     * @param  int  $id  of the resource
     * @param  string  $titleShown  as it will be shown
     */
    public function __construct(
        public int $id,
        public int $pageId,
        public int $marketId,
        public int $kind,
        public string $name,
        public string $url,
        public string $number,
        public string $attributes,
        public string $titleShown,
        public string $descriptionShown,
    ) {
    }

    public function page(): WrittenPage
    {
        return new WrittenPage($this->id, $this->pageId, $this->marketId, $this->kind, $this->name, $this->attributes);
    }
}

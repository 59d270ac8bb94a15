<?php

declare(strict_types=1);

namespace App\Write\Suggestions;

use App\Write\WrittenPage;

/** A page that texts are suggested for, with what stands there. */
final readonly class SuggestPage
{
    /**
     * @param  int  $id  of the resource
     * @param  string  $titleShown  as it will be shown
     * @param  string  $now  the text of the field that is asked for, as it will be
     */
    public function __construct(
        public int $id,
        public int $pageId,
        public int $marketId,
        public int $kind,
        public string $name,
        public string $url,
        public string $attributes,
        public string $titleShown,
        public string $descriptionShown,
        public string $now,
    ) {
    }

    public function page(): WrittenPage
    {
        return new WrittenPage($this->id, $this->pageId, $this->marketId, $this->kind, $this->name, $this->attributes);
    }
}

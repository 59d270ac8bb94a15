<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use App\Changes\DraftState;
use App\Changes\Origin;
use App\Write\WrittenPage;

/** A page that a recipe may write for, with the text and the draft of its field. */
final readonly class RecipeRow
{
    /**
     * @param  int  $id  of the resource
     * @param  ?DraftState  $state  of the draft
     */
    public function __construct(
        public int $id,
        public int $pageId,
        public int $marketId,
        public int $kind,
        public string $name,
        public string $attributes,
        public string $stored = '',
        public Origin $origin = Origin::Shop,
        public ?string $draft = null,
        public ?Origin $draftOrigin = null,
        public ?DraftState $state = null,
        public float $upside = 0.0,
        public int $impressions = 0,
    ) {
    }

    public function page(): WrittenPage
    {
        return new WrittenPage($this->id, $this->pageId, $this->marketId, $this->kind, $this->name, $this->attributes);
    }
}

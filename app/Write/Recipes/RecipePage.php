<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use App\Changes\DraftState;
use App\Changes\Origin;
use App\Stores\Kinds\PageKind;

/** A page as a recipe meets it: its facts, the text that stands there, and who wrote that. */
final readonly class RecipePage
{
    /** @param  array<string, string>  $facts */
    private function __construct(
        public int $resourceId,
        public int $marketId,
        public PageKind $kind,
        public array $facts,
        public string $stored,
        public Origin $origin,
        public ?string $draft,
        public ?Origin $draftOrigin,
        public ?DraftState $draftState,
    ) {
    }

    /** @param  array<string, string>  $facts */
    public static function from(RecipeRow $row, array $facts): self
    {
        return new self(
            $row->id,
            $row->marketId,
            PageKind::from($row->kind),
            $facts,
            $row->stored,
            $row->origin,
            $row->draft,
            $row->draftOrigin,
            $row->state,
        );
    }

    /** The text that will be shown: the draft, else the shop's. */
    public function text(): string
    {
        return $this->draft ?? $this->stored;
    }

    /** Whether a recipe wrote what stands there. */
    public function isMade(): bool
    {
        return ($this->draftOrigin ?? $this->origin) === Origin::Recipe;
    }
}

<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Stores\TitleSuffixes;
use Orchard\Core\Wording\Recipes\RecipeTarget;
use Orchard\Core\Wording\TextField;

/** Where texts of one field go, by market and kind of page. */
final class RecipeTargets
{
    /** @var array<string, RecipeTarget> */
    private array $made = [];

    private function __construct(
        private readonly Markets $markets,
        private readonly TitleSuffixes $suffixes,
        private readonly TextField $field,
    ) {
    }

    public static function of(Store $store, TextField $field): self
    {
        return new self(Markets::of($store), TitleSuffixes::of($store), $field);
    }

    public function for(int $market, int $kind): RecipeTarget
    {
        return $this->made["$market $kind"] ??= $this->make($market, $kind);
    }

    private function make(int $id, int $kind): RecipeTarget
    {
        $market = $this->markets->find($id);
        $isTitle = $this->field === TextField::Title;

        return new RecipeTarget(
            $market->textLimits()->desktopSlot($this->field),
            $isTitle ? $this->suffixes->suffix($market->id, $kind) : '',
            $market->language,
            $market->country,
            $market->currency === '' ? 'EUR' : $market->currency,
            $this->field->isTitle(),
        );
    }
}

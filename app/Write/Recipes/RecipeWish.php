<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use InvalidArgumentException;
use Orchard\Core\Wording\Recipes\Recipe;
use Orchard\Core\Wording\TextField;

/** A recipe as somebody wants it to be kept. */
final readonly class RecipeWish
{
    public string $name;

    /** @throws InvalidArgumentException with a sentence for people */
    public function __construct(string $name, public RecipePages $pages, public TextField $field, public Recipe $recipe)
    {
        $this->name = trim($name);
        if ($this->name === '' || mb_strlen($this->name) > 80) {
            throw new InvalidArgumentException('A recipe needs a name of at most 80 characters.');
        }
    }
}

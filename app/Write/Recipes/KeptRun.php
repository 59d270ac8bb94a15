<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use Orchard\Core\Wording\TextField;

/** A run of a recipe: which pages it went through, and how far it is. */
final readonly class KeptRun
{
    /**
     * @param  string  $scope  which pages, in words
     * @param  bool  $follows  whether it writes again where facts change
     * @param  string  $parts  of the recipe as it was, JSON
     */
    public function __construct(
        public int $id,
        public int $recipeId,
        public int $version,
        public TextField $field,
        public string $scope,
        public string $phase,
        public bool $follows,
        public string $parts,
    ) {
    }
}

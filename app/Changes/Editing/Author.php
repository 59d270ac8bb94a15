<?php

declare(strict_types=1);

namespace App\Changes\Editing;

use App\Changes\Origin;

/**
 * Whose texts are saved, how they came to be, and the step by which they can be taken back together. What an approved
 * recipe writes by itself is approved already, by whoever approved the recipe.
 */
final readonly class Author
{
    public function __construct(
        public Origin $origin,
        public ?int $userId,
        public ?int $recipeId = null,
        public ?int $stepId = null,
        public ?int $approvedBy = null,
    ) {
    }
}

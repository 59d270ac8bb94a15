<?php

declare(strict_types=1);

namespace App\Changes\Editing;

use App\Changes\Origin;

/** Whose texts are saved, how they came to be, and the step by which they can be taken back together. */
final readonly class Author
{
    public function __construct(
        public Origin $origin,
        public ?int $userId,
        public ?int $recipeId = null,
        public ?int $stepId = null,
    ) {
    }
}

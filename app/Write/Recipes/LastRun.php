<?php

declare(strict_types=1);

namespace App\Write\Recipes;

/** The newest run of a recipe by itself. */
final readonly class LastRun
{
    /**
     * @param  int  $drafts  that it made
     */
    public function __construct(public int $id, public int $recipeId, public string $endedAt, public int $drafts)
    {
    }
}

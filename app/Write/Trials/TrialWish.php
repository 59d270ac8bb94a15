<?php

declare(strict_types=1);

namespace App\Write\Trials;

use App\Write\Recipes\StoredRecipe;

/** A trial as it is asked for. */
final readonly class TrialWish
{
    /**
     * @param  list<StoredRecipe>  $recipes  of one field and kind, each a wording
     * @param  bool  $withNow  whether one group keeps what it shows
     * @param  ?list<int>  $only  resources; null for all of the kind
     * @param  int  $weeks  2 to 26
     */
    public function __construct(
        public string $name,
        public array $recipes,
        public bool $withNow,
        public ?array $only,
        public int $weeks,
        public int $seed,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace App\Changes\Live;

use App\Stores\Models\Store;
use Closure;

/** Names of the recipes that texts were made by, as the step that keeps them tells it. */
final class RecipeNames
{
    /** @var ?Closure(Store, list<int>): array<int, string> */
    private ?Closure $source = null;

    /** @param  Closure(Store, list<int>): array<int, string>  $source */
    public function register(Closure $source): void
    {
        $this->source = $source;
    }

    /**
     * @param  list<int>  $recipes
     * @return array<int, string> by recipe; those that are gone are left out
     */
    public function of(Store $store, array $recipes): array
    {
        return $recipes === [] || $this->source === null ? [] : ($this->source)($store, $recipes);
    }
}

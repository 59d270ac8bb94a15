<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use App\Changes\Live\RecipeNames;
use App\Inventory\Terms\PageGroups;
use App\Stores\Models\Store;

/**
 * In which groups the pages of a change stand: by kind and origin, by recipe, by the terms that they are to be found
 * for.
 */
final readonly class GroupNames
{
    public function __construct(private RecipeNames $recipes, private PageGroups $queries)
    {
    }

    /**
     * @param  array<int, ChangedPage>  $rows  by page
     * @return array<int, array<int, string>> names by page, by GroupedBy; pages of no group are left out
     */
    public function of(Store $store, array $rows): array
    {
        $recipes = $this->recipes->of(
            $store,
            array_values(
                array_unique(array_filter(array_map(static fn (ChangedPage $row): ?int => $row->recipeId, $rows))),
            ),
        );
        $work = $byRecipe = [];
        foreach ($rows as $page => $row) {
            $work[$page] = $row->work();
            $name = $recipes[$row->recipeId ?? 0] ?? null;
            $name === null || ($byRecipe[$page] = $name);
        }

        return [
            GroupedBy::Work->value => $work,
            GroupedBy::Recipe->value => $byRecipe,
            GroupedBy::Query->value => $this->queries->of($store, array_keys($rows)),
        ];
    }
}

<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use App\Changes\Live\RecipeNames;
use App\Changes\Origin;
use App\Inventory\Terms\PageGroups;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use stdClass;

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
     * @param  array<int, stdClass>  $rows  of watch_pages, by page
     * @return array<int, array<int, string>> names by page, by GroupedBy; pages of no group are left out
     */
    public function of(Store $store, array $rows): array
    {
        $recipes = $this->recipes->of(
            $store,
            array_values(array_unique(array_filter(array_map(self::recipeOf(...), $rows)))),
        );
        $work = $byRecipe = [];
        foreach ($rows as $page => $row) {
            $work[$page] = self::workOf($row);
            $name = $recipes[self::recipeOf($row)] ?? null;
            $name === null || ($byRecipe[$page] = $name);
        }

        return [
            GroupedBy::Work->value => $work,
            GroupedBy::Recipe->value => $byRecipe,
            GroupedBy::Query->value => $this->queries->of($store, array_keys($rows)),
        ];
    }

    private static function recipeOf(stdClass $row): int
    {
        return (int) ($row->recipe_id ?? 0);
    }

    private static function workOf(stdClass $row): string
    {
        $kind = ucfirst(PageKind::from((int) $row->kind)->plural());

        return match (Origin::tryFrom((string) $row->origin)) {
            Origin::Hand => "$kind, by hand",
            Origin::Recipe => "$kind, by recipe",
            Origin::Import => "$kind, from a file",
            Origin::Suggested => "$kind, suggested",
            default => $kind,
        };
    }
}

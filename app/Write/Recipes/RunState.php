<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use App\Platform\Database\Row;
use App\Stores\Kinds\PageKind;
use Orchard\Core\Wording\TextField;

/** One run of a recipe, as the work that carries it out needs it. */
final readonly class RunState
{
    /** @param  ?list<int>  $resources  in their order; null for all pages that the recipe writes for */
    private function __construct(
        public int $id,
        public string $phase,
        public StoredRecipe $recipe,
        public ?array $resources,
        public bool $follows,
        public bool $withCut,
        public ?int $userId,
    ) {
    }

    /** @param  Row  $row  of write_recipe_runs, with its recipe's name, place, approval and newest resource */
    public static function from(Row $row): self
    {
        /** @var ?list<int> $resources */
        $resources = $row->resources === null ? null : json_decode($row->text('resources'), true);
        $resources === null || sort($resources);
        $recipe = clone $row;
        $recipe->id = $row->recipe_id;
        $recipe->name ??= '';
        $recipe->place ??= PHP_INT_MAX;
        $recipe->newest_resource ??= 0;

        return new self(
            $row->int('id'),
            $row->text('phase'),
            StoredRecipe::from($recipe),
            $resources,
            $row->int('follows') === 1,
            $row->int('with_cut') === 1,
            $row->intOrNull('user_id'),
        );
    }

    public function field(): TextField
    {
        return $this->recipe->field;
    }

    public function kind(): PageKind
    {
        return $this->recipe->pages->kind;
    }
}

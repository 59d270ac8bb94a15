<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use App\Platform\Database\Row;
use App\Stores\Kinds\PageKind;
use Orchard\Core\Wording\Recipes\Recipe;
use Orchard\Core\Wording\Recipes\RecipeRows;
use Orchard\Core\Wording\TextField;

/** A recipe as the store keeps it, or as it was in one of its versions. */
final readonly class StoredRecipe
{
    /**
     * @param  int  $place  of several recipes for one page and field the one with the lowest writes
     * @param  ?int  $approvedVersion  the version that follows the facts by itself; null where none does
     * @param  int  $newestResource  the newest resource when it was approved
     */
    private function __construct(
        public int $id,
        public string $name,
        public TextField $field,
        public RecipePages $pages,
        public Recipe $recipe,
        public int $place,
        public int $version,
        public ?int $approvedVersion,
        public int $newestResource,
    ) {
    }

    /** @param  Row  $row  of write_recipes, or of one of its versions joined with it */
    public static function from(Row $row): self
    {
        $kind = PageKind::from($row->int('kind'));

        return new self(
            $row->int('id'),
            $row->text('name'),
            TextField::from($row->int('field')),
            RecipePages::fromJson($kind, $row->text('pages')),
            self::recipe($row->text('parts')),
            $row->int('place'),
            $row->int('version'),
            $row->intOrNull('approved_version'),
            $row->int('newest_resource'),
        );
    }

    public static function recipe(string $parts): Recipe
    {
        return RecipeRows::read((array) json_decode($parts, true, flags: JSON_THROW_ON_ERROR));
    }

    public function isApproved(): bool
    {
        return $this->approvedVersion === $this->version;
    }
}

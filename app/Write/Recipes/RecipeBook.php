<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Wording\Recipes\RecipeRows;
use Orchard\Core\Wording\TextField;

/** Keeps recipes, their versions and their order, who approved them, and the pages that they leave alone. */
final class RecipeBook
{
    /** Recipes that a list to choose from offers at most. */
    private const MOST_NAMED = 100;

    /**
     * Keeps a recipe; where it writes something else than before, as a new version, which nobody has approved yet.
     *
     * @return int its id
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public function save(Store $store, ?int $id, RecipeWish $wish, ?int $userId): int
    {
        $what = [
            'kind' => $wish->pages->kind->value,
            'field' => $wish->field->value,
            'parts' => json_encode(RecipeRows::write($wish->recipe), JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR),
            'pages' => $wish->pages->toJson(),
        ];

        return DB::transaction(function () use ($store, $id, $wish, $what, $userId): int {
            $this->refuseTwin($store, $id, $wish->name);
            $old = $id === null ? null : Rows::maybe(self::row($store, $id)->lockForUpdate()->first());
            $by = ['user_id' => $userId, 'updated_at' => now()];
            if ($old === null) {
                $place = 1 + Typed::int(DB::table('write_recipes')->where('store_id', $store->id)->max('place'));
                $id = DB::table('write_recipes')->insertGetId(
                    ['store_id' => $store->id, 'name' => $wish->name, 'place' => $place] + $what + $by,
                );
                self::keepVersion($id, 1, $what, $userId);

                return $id;
            }
            $known = StoredRecipe::from($old);
            $isSame =
                $known->field === $wish->field && $known->pages == $wish->pages && $known->recipe == $wish->recipe;
            $version = $known->version + ($isSame ? 0 : 1);
            $isSame || self::keepVersion($known->id, $version, $what, $userId);
            self::row($store, $known->id)->update(['name' => $wish->name, 'version' => $version] + $what + $by);

            return $known->id;
        });
    }

    public function find(Store $store, int $id): ?StoredRecipe
    {
        $row = Rows::maybe(self::row($store, $id)->first());

        return $row === null ? null : StoredRecipe::from($row);
    }

    /** A recipe by its name or number, as commands have it. */
    public function named(Store $store, string $name): ?StoredRecipe
    {
        $row = Rows::maybe(
            DB::table('write_recipes')
                ->where('store_id', $store->id)
                ->where(
                    static fn ($query) => $query
                        ->where('name', $name)
                        ->orWhere('id', ctype_digit($name) ? (int) $name : 0),
                )
                ->first(),
        );

        return $row === null ? null : StoredRecipe::from($row);
    }

    /** @return array<int, string> names of a store's recipes by id, in their order */
    public static function choices(Store $store): array
    {
        return DB::table('write_recipes')
            ->where('store_id', $store->id)
            ->orderBy('place')
            ->orderBy('id')
            ->limit(self::MOST_NAMED)
            ->pluck('name', 'id')
            ->map(Typed::text(...))
            ->all();
    }

    /** @return list<StoredRecipe> in their order */
    public function all(Store $store): array
    {
        return array_values(
            Rows::of(DB::table('write_recipes')->where('store_id', $store->id)->orderBy('place')->orderBy('id')->get())
                ->map(StoredRecipe::from(...))
                ->all(),
        );
    }

    /** @return list<StoredRecipe> as they were approved, in their order */
    public function approved(Store $store, ?TextField $field = null): array
    {
        return array_values(
            Rows::of(
                DB::table('write_recipes')
                    ->join(
                        'write_recipe_versions as v',
                        static fn ($join) => $join
                            ->on('v.recipe_id', '=', 'write_recipes.id')
                            ->on('v.number', '=', 'write_recipes.approved_version'),
                    )
                    ->where('store_id', $store->id)
                    ->when($field !== null, static fn ($query) => $query->where('v.field', $field?->value))
                    ->orderBy('place')
                    ->orderBy('write_recipes.id')
                    ->get([
                        'write_recipes.id', 'name', 'v.kind', 'v.field', 'v.parts', 'v.pages', 'place',
                        'v.number as version', 'approved_version', 'newest_resource',
                    ]),
            )
                ->map(StoredRecipe::from(...))
                ->all(),
        );
    }

    /**
     * Lets a version write by itself from now on, whenever facts change or pages come.
     *
     * @throws InvalidArgumentException where there is no such version
     */
    public function approve(Store $store, int $id, int $version, int $userId): void
    {
        DB::transaction(static function () use ($store, $id, $version, $userId): void {
            $known =
                self::row($store, $id)->lockForUpdate()->exists() &&
                DB::table('write_recipe_versions')
                    ->where('recipe_id', $id)
                    ->where('number', $version)
                    ->update(['approved_by' => $userId, 'approved_at' => now()]) > 0;
            if (! $known) {
                throw new InvalidArgumentException('This version of the recipe is no more.');
            }
            self::row($store, $id)->update([
                'approved_version' => $version,
                'newest_resource' => Typed::int(DB::table('resources')->where('store_id', $store->id)->max('id')),
            ]);
        });
    }

    public function withdraw(Store $store, int $id): void
    {
        self::row($store, $id)->update(['approved_version' => null]);
    }

    /** Puts a recipe one place earlier or later; of several for one page the first writes. */
    public function move(Store $store, int $id, bool $isUp): void
    {
        DB::transaction(function () use ($store, $id, $isUp): void {
            $order = DB::table('write_recipes')
                ->where('store_id', $store->id)
                ->orderBy('place')
                ->orderBy('id')
                ->lockForUpdate()
                ->pluck('id')
                ->map(static fn (mixed $one): int => Typed::int($one))
                ->values()
                ->all();
            $at = (int) array_search($id, $order, true);
            $to = $at + ($isUp ? -1 : 1);
            if (($order[$at] ?? null) !== $id || ! isset($order[$to])) {
                return;
            }
            [$order[$at], $order[$to]] = [$order[$to], $order[$at]];
            foreach ($order as $place => $one) {
                self::row($store, $one)->update(['place' => $place + 1]);
            }
        });
    }

    /**
     * Leaves a page to people, or gives it back to the recipe.
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public function except(Store $store, int $id, int $resource, bool $isExcepted, ?int $userId): void
    {
        $isOurs = DB::table('resources')->where('store_id', $store->id)->where('id', $resource)->exists();
        if (! $isOurs || ! self::row($store, $id)->exists()) {
            throw new InvalidArgumentException('There is no such page or recipe.');
        }
        $isExcepted
            ? DB::table('write_recipe_exceptions')->insertOrIgnore([
                'recipe_id' => $id,
                'resource_id' => $resource,
                'user_id' => $userId,
                'set_at' => now(),
            ])
            : DB::table('write_recipe_exceptions')->where('recipe_id', $id)->where('resource_id', $resource)->delete();
    }

    /** @return array<int, true> resources that the recipe leaves alone */
    public static function exceptions(int $recipe): array
    {
        return array_fill_keys(
            DB::table('write_recipe_exceptions')
                ->where('recipe_id', $recipe)
                ->pluck('resource_id')
                ->map(static fn (mixed $id): int => Typed::int($id))
                ->all(),
            true,
        );
    }

    public function delete(Store $store, int $id): void
    {
        DB::transaction(static function () use ($store, $id): void {
            if (self::row($store, $id)->delete() > 0) {
                DB::table('write_recipe_versions')->where('recipe_id', $id)->delete();
                DB::table('write_recipe_exceptions')->where('recipe_id', $id)->delete();
            }
        });
    }

    /**
     * @param  list<int>  $recipes
     * @return array<int, string> names
     */
    public static function names(Store $store, array $recipes): array
    {
        return Typed::texts(
            DB::table('write_recipes')
                ->where('store_id', $store->id)
                ->whereIn('id', $recipes)
                ->pluck('name', 'id')
                ->all(),
        );
    }

    private static function row(Store $store, int $id): Builder
    {
        return DB::table('write_recipes')->where('store_id', $store->id)->where('id', $id);
    }

    /** @throws InvalidArgumentException where another recipe is called so */
    private function refuseTwin(Store $store, ?int $id, string $name): void
    {
        $isTaken = DB::table('write_recipes')
            ->where('store_id', $store->id)
            ->where('name', $name)
            ->when($id !== null, static fn ($query) => $query->where('id', '<>', $id))
            ->exists();
        if ($isTaken) {
            throw new InvalidArgumentException("There is a recipe \"$name\" already.");
        }
    }

    /** @param  array<string, int|string>  $what */
    private static function keepVersion(int $recipe, int $number, array $what, ?int $userId): void
    {
        DB::table('write_recipe_versions')->insert(
            ['recipe_id' => $recipe, 'number' => $number, 'user_id' => $userId, 'made_at' => now()] + $what,
        );
    }
}

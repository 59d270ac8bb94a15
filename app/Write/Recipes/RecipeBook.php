<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use App\Platform\Work\WorkDesk;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Wording\Recipe;
use Orchard\Core\Wording\RecipePart;
use Orchard\Core\Wording\TextField;

/** Keeps recipes and begins their runs. */
final class RecipeBook
{
    public function __construct(private readonly WorkDesk $desk)
    {
    }

    /**
     * @param  list<array{fact: ?string, words: string, rank: int}>  $parts
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public function save(
        Store $store,
        ?int $id,
        string $name,
        PageKind $kind,
        TextField $field,
        array $parts,
        ?int $userId,
    ): int {
        $name = trim($name);
        if ($name === '' || mb_strlen($name) > 80) {
            throw new InvalidArgumentException('A recipe needs a name of at most 80 characters.');
        }
        $values = [
            'store_id' => $store->id,
            'name' => $name,
            'kind' => $kind->value,
            'field' => $field->value,
            'parts' => json_encode(
                array_map(static fn (RecipePart $part): array => $part->toArray(), self::parts($parts)),
                JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR,
            ),
            'user_id' => $userId,
            'updated_at' => now(),
        ];
        if (
            DB::table('write_recipes')
                ->where('store_id', $store->id)
                ->where('name', $name)
                ->when($id !== null, static fn ($query) => $query->where('id', '<>', $id))
                ->exists()
        ) {
            throw new InvalidArgumentException("There is a recipe \"$name\" already.");
        }
        if ($id === null) {
            return DB::table('write_recipes')->insertGetId($values);
        }
        DB::table('write_recipes')->where('store_id', $store->id)->where('id', $id)->update($values);

        return $id;
    }

    public function find(Store $store, int $id): ?object
    {
        return DB::table('write_recipes')->where('store_id', $store->id)->where('id', $id)->first();
    }

    /**
     * Works out, without changing anything, what a recipe would make.
     *
     * @param  ?list<int>  $resourceIds  null for all pages of the recipe's kind
     * @param  string  $scope  what it is tried on, in words
     * @return array{run: int, work: int}
     */
    public function preview(Store $store, object $recipe, ?array $resourceIds, ?int $userId, string $scope = ''): array
    {
        return DB::transaction(function () use ($store, $recipe, $resourceIds, $userId, $scope): array {
            $run = DB::table('write_recipe_runs')->insertGetId([
                'store_id' => $store->id,
                'recipe_id' => $recipe->id,
                'parts' => $recipe->parts,
                'kind' => $recipe->kind,
                'field' => $recipe->field,
                'resources' => $resourceIds === null ? null : json_encode($resourceIds, JSON_THROW_ON_ERROR),
                'scope' => mb_substr($scope, 0, 120),
                'phase' => 'preview',
                'user_id' => $userId,
                'created_at' => now(),
            ]);

            return ['run' => $run, 'work' => $this->desk->begin(RecipeWork::class, $store->id, $run, $userId)];
        });
    }

    /**
     * Makes drafts of what a preview showed.
     *
     * @param  bool  $withCut  also of texts that would be cut off
     * @return int the work
     */
    public function apply(Store $store, int $run, ?int $userId, bool $withCut = true): int
    {
        return DB::transaction(function () use ($store, $run, $userId, $withCut): int {
            $changed = DB::table('write_recipe_runs')
                ->where('store_id', $store->id)
                ->where('id', $run)
                ->where('phase', 'shown')
                ->update(['phase' => 'apply', 'user_id' => $userId, 'with_cut' => $withCut ? 1 : 0]);
            if ($changed === 0) {
                throw new InvalidArgumentException('This preview has been applied already, or is not finished.');
            }

            return $this->desk->begin(RecipeWork::class, $store->id, $run, $userId);
        });
    }

    /**
     * Takes all drafts of a run back that are still as it made them; what stood there before stands there again.
     *
     * @return int the work
     *
     * @throws InvalidArgumentException where it has not been applied, or was taken back already
     */
    public function takeBack(Store $store, int $run, ?int $userId): int
    {
        return DB::transaction(function () use ($store, $run, $userId): int {
            if (
                DB::table('write_recipe_runs')
                    ->where('store_id', $store->id)
                    ->where('id', $run)
                    ->where('phase', 'applied')
                    ->update(['phase' => 'back', 'user_id' => $userId]) === 0
            ) {
                throw new InvalidArgumentException('This run has not made its drafts yet, or was already taken back.');
            }

            return $this->desk->begin(RecipeWork::class, $store->id, $run, $userId);
        });
    }

    /**
     * @param  list<array{fact?: mixed, words?: mixed, rank?: mixed}>  $parts
     * @return list<RecipePart>
     */
    public static function parts(array $parts): array
    {
        $made = [];
        foreach ($parts as $part) {
            $fact = is_string($part['fact'] ?? null) && $part['fact'] !== '' ? mb_substr($part['fact'], 0, 40) : null;
            $words = is_string($part['words'] ?? null) ? $part['words'] : '';
            $rank = is_numeric($part['rank'] ?? null) ? (int) $part['rank'] : 0;
            $made[] = $fact === null ? RecipePart::words($words, $rank) : RecipePart::fact($fact, $words, $rank);
        }
        new Recipe($made);

        return $made;
    }
}

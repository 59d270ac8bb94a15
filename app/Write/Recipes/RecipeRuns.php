<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use App\Inventory\Events\InventoryRefreshed;
use App\Platform\Database\Rows;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

/** Begins what recipes do: previews, drafts of what a preview showed, taking a run back, following the facts. */
final class RecipeRuns
{
    public function __construct(private readonly WorkDesk $desk, private readonly RecipeBook $book)
    {
    }

    /**
     * Works out, without changing anything, what a recipe would make.
     *
     * @param  ?list<int>  $resourceIds  null for all pages that it writes for
     * @param  string  $scope  what it is tried on, in words
     * @return array{run: int, work: int}
     */
    public function preview(
        Store $store,
        StoredRecipe $recipe,
        ?array $resourceIds,
        ?int $userId,
        string $scope = '',
    ): array {
        return DB::transaction(
            fn (): array => $this->begin(
                $store,
                $recipe,
                [
                    'resources' => $resourceIds === null ? null : json_encode($resourceIds, JSON_THROW_ON_ERROR),
                    'scope' => mb_substr($scope, 0, 120),
                ],
                $userId,
            ),
        );
    }

    /**
     * Makes drafts of what a preview showed.
     *
     * @param  bool  $withCut  also of texts that would be cut off
     * @return int the work
     *
     * @throws InvalidArgumentException where it was made already
     */
    public function apply(Store $store, int $run, ?int $userId, bool $withCut = true): int
    {
        return $this->enter(
            $store,
            $run,
            ['shown' => 'apply'],
            ['user_id' => $userId, 'with_cut' => $withCut ? 1 : 0],
        ) ?? throw new InvalidArgumentException('This preview has been applied already, or is not finished.');
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
        return $this->enter($store, $run, ['applied' => 'back'], ['user_id' => $userId]) ??
            throw new InvalidArgumentException('This run has not made its drafts yet, or was already taken back.');
    }

    /**
     * Lets approved recipes write what their facts have made of it since; texts that stay the same are left alone.
     *
     * @return list<array{run: int, work: int}>
     */
    public function follow(Store $store, ?int $userId = null): array
    {
        $begun = [];
        foreach ($this->book->approved($store) as $recipe) {
            if (self::isComing($recipe)) {
                continue;
            }
            $begun[] = DB::transaction(fn (): array => $this->begin($store, $recipe, ['follows' => 1], $userId));
        }

        return $begun;
    }

    /** Whether a run by itself waits that has not looked at a page yet: it will see what has changed by then. */
    private static function isComing(StoredRecipe $recipe): bool
    {
        return DB::table('write_recipe_runs as n')
            ->join('work as w', 'w.subject_id', '=', 'n.id')
            ->where('n.recipe_id', $recipe->id)
            ->where('n.version', $recipe->version)
            ->where('n.follows', 1)
            ->where('n.phase', 'preview')
            ->where('w.sort', RecipeWork::sort())
            ->where('w.state', 'waiting')
            ->whereRaw("JSON_VALUE(w.progress, '\$.after') IS NULL")
            ->exists();
    }

    public function afterGather(InventoryRefreshed $event): void
    {
        $this->follow(Store::query()->findOrFail($event->storeId));
    }

    /**
     * @param  array<string, int|string|null>  $values
     * @return array{run: int, work: int}
     */
    private function begin(Store $store, StoredRecipe $recipe, array $values, ?int $userId): array
    {
        $version = Rows::maybe(
            DB::table('write_recipe_versions')
                ->where('recipe_id', $recipe->id)
                ->where('number', $recipe->version)
                ->first(['parts', 'pages', 'kind', 'field']),
        );
        $run = DB::table('write_recipe_runs')->insertGetId(
            $values +
                (array) $version + [
                    'store_id' => $store->id,
                    'recipe_id' => $recipe->id,
                    'version' => $recipe->version,
                    'phase' => 'preview',
                    'user_id' => $userId,
                    'created_at' => now(),
                ],
        );

        return ['run' => $run, 'work' => $this->desk->begin(new NewWork(RecipeWork::class, $store->id, $run, $userId))];
    }

    /**
     * @param  array<string, string>  $phases  the one that it has to be in, and the one that comes
     * @param  array<string, int|null>  $values
     * @return ?int the work; null where it is in another phase
     */
    private function enter(Store $store, int $run, array $phases, array $values): ?int
    {
        return DB::transaction(
            fn (): ?int => DB::table('write_recipe_runs')
                ->where('store_id', $store->id)
                ->where('id', $run)
                ->where('phase', (string) array_key_first($phases))
                ->update(['phase' => (string) reset($phases)] + $values) === 0
                ? null
                : $this->desk->begin(new NewWork(RecipeWork::class, $store->id, $run, $values['user_id'])),
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\WorkView;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\Recipes\FactUse;
use Orchard\Core\Wording\Recipes\Recipe;

/** What the screen of one run tells. */
final class RunScreen
{
    public const OUTCOMES = [
        'new' => 'fits',
        'wide' => 'would be cut off',
        'repeated' => 'would be a duplicate',
        'kept' => 'left alone: written by hand',
        'except' => 'left alone: you said so',
        'other' => 'left to an earlier recipe',
        'same' => 'unchanged',
        'empty' => 'lacks the facts',
    ];

    private const ROWS = 50;

    /**
     * @return ?array<string, mixed> null where the store has no such run
     */
    public function of(Store $store, int $id, ?string $outcome, int $after): ?array
    {
        $run = Records::one(
            KeptRun::class,
            Rows::maybe(DB::table('write_recipe_runs')->where('store_id', $store->id)->where('id', $id)->first()),
        );
        if ($run === null) {
            return null;
        }
        $counts = DB::table('write_recipe_rows')
            ->where('run_id', $id)
            ->groupBy('outcome')
            ->selectRaw('outcome, COUNT(*) AS n')
            ->pluck('n', 'outcome')
            ->map(static fn (mixed $n): int => Typed::int($n));
        $counts['repeated'] = DB::table('write_recipe_rows')->where('run_id', $id)->where('repeated', 1)->count();
        $outcome =
            $outcome !== null && isset(self::OUTCOMES[$outcome])
                ? $outcome
                : ($counts->get('new')
                    ? 'new'
                    : (string) ($counts->filter()->keys()->first() ?? 'new'));
        $rows = self::rows($run->id, $run->field->value, $outcome, $after);
        $recipe = Rows::maybe(DB::table('write_recipes')->where('id', $run->recipeId)->first());

        return [
            'run' => $run,
            'recipe' => $recipe === null ? null : StoredRecipe::from($recipe),
            // Null for a version that was never kept.
            'approver' => DB::table('write_recipe_versions as v')
                ->leftJoin('users as u', 'u.id', '=', 'v.approved_by')
                ->where('recipe_id', $run->recipeId)
                ->where('number', $run->version)
                ->selectRaw("COALESCE(u.name, '') AS approver")
                ->value('approver'),
            'partsOfRank' => self::partsOfRank(StoredRecipe::recipe($run->parts)),
            'counts' => $counts,
            'outcome' => $outcome,
            'rows' => array_slice($rows, 0, self::ROWS),
            'next' => count($rows) > self::ROWS ? $rows[self::ROWS - 1]->resourceId : null,
            'work' => WorkView::about(RecipeWork::sort(), $id),
        ];
    }

    /** @return list<RunRow> one more than are shown, where there are more */
    private static function rows(int $run, int $field, string $outcome, int $after): array
    {
        return Records::of(
            RunRow::class,
            Rows::of(
                DB::table('write_recipe_rows')
                    ->join('resources', 'resources.id', '=', 'write_recipe_rows.resource_id')
                    ->join(
                        'resource_texts',
                        static fn ($join) => $join
                            ->on('resource_texts.resource_id', '=', 'write_recipe_rows.resource_id')
                            ->where('resource_texts.field', $field),
                    )
                    ->where('run_id', $run)
                    ->when(
                        $outcome === 'repeated',
                        static fn ($query) => $query->where('repeated', 1),
                        static fn ($query) => $query->where('outcome', $outcome),
                    )
                    ->where('write_recipe_rows.resource_id', '>', $after)
                    ->orderBy('write_recipe_rows.resource_id')
                    ->limit(self::ROWS + 1)
                    ->get([
                        'write_recipe_rows.resource_id', 'outcome', 'repeated', 'name', 'url', 'page_id', 'text',
                        'dropped', 'shown', 'draft_shown',
                    ]),
            ),
        );
    }

    /** @return array<int, string> what parts that drop out together hold, in words, by their rank */
    private static function partsOfRank(Recipe $recipe): array
    {
        $words = [];
        foreach ($recipe->parts as $part) {
            $uses = array_map(static fn (FactUse $use): string => RecipeFacts::label($use->names[0]), $part->uses());
            $words[$part->rank][] =
                $uses === [] ? trim(implode(' ', array_filter($part->pieces, is_string(...)))) : implode(' ', $uses);
        }

        return array_map(static fn (array $together): string => implode(', ', $together), $words);
    }
}

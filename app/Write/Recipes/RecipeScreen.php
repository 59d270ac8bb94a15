<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use App\Platform\Database\Records;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\Recipes\Notation;
use Orchard\Core\Wording\TextField;

/** What the list of recipes tells. */
final class RecipeScreen
{
    public function __construct(private readonly RecipeBook $book)
    {
    }

    /**
     * @return list<array{number: int, notation: string, pages: string, field: string, by: ?string, at: string,
     *     approver: ?string, approvedAt: ?string, texts: int}> versions of a recipe, newest first; texts: how many it
     * last
     *     wrote
     */
    public function versions(Store $store, int $recipe): array
    {
        $rows = Rows::of(
            DB::table('write_recipe_versions as v')
                ->join('write_recipes as r', 'r.id', '=', 'v.recipe_id')
                ->leftJoin('users as u', 'u.id', '=', 'v.user_id')
                ->leftJoin('users as a', 'a.id', '=', 'v.approved_by')
                ->where('r.store_id', $store->id)
                ->where('v.recipe_id', $recipe)
                ->orderByDesc('v.number')
                ->limit(100)
                ->get(['v.*', 'u.name as by', 'a.name as approver']),
        );
        $texts = DB::table('write_recipe_texts')
            ->where('recipe_id', $recipe)
            ->groupBy('version')
            ->selectRaw('version, COUNT(*) AS n')
            ->pluck('n', 'version');

        return array_values(
            $rows
                ->map(function (Row $row) use ($store, $texts): array {
                    $pages = RecipePages::fromJson(PageKind::from($row->int('kind')), $row->text('pages'));

                    return [
                        'number' => $row->int('number'),
                        'notation' => Notation::write(StoredRecipe::recipe($row->text('parts'))),
                        'pages' => $pages->words(self::markets($store), self::collection($pages)),
                        'field' => TextField::from($row->int('field'))->words(),
                        'by' => $row->textOrNull('by'),
                        'at' => $row->text('made_at'),
                        'approver' => $row->textOrNull('approver'),
                        'approvedAt' => $row->textOrNull('approved_at'),
                        'texts' => Typed::int($texts->get($row->int('number'))),
                    ];
                })
                ->all(),
        );
    }

    /** @return array<int, string> names by id */
    private static function markets(Store $store): array
    {
        $markets = [];
        foreach (Markets::of($store)->all() as $market) {
            $markets[$market->id] = $market->name;
        }

        return $markets;
    }

    private static function collection(RecipePages $pages): string
    {
        return $pages->collection === null
            ? ''
            : Typed::text(DB::table('resources')->where('id', $pages->collection)->value('name'));
    }

    /**
     * @return list<array{recipe: StoredRecipe, pages: string, notation: string, written: int, last: ?LastRun}>
     *     written: texts that it last wrote; last: its newest run by itself, with how many drafts it made
     */
    public function list(Store $store): array
    {
        $recipes = $this->book->all($store);
        if ($recipes === []) {
            return [];
        }
        $ids = array_map(static fn (StoredRecipe $recipe): int => $recipe->id, $recipes);
        $written = DB::table('write_recipe_texts')
            ->whereIn('recipe_id', $ids)
            ->groupBy('recipe_id')
            ->selectRaw('recipe_id, COUNT(*) AS n')
            ->pluck('n', 'recipe_id');
        $newest = DB::table('write_recipe_runs')
            ->whereIn('recipe_id', $ids)
            ->where('follows', 1)
            ->where('phase', 'applied')
            ->groupBy('recipe_id')
            ->selectRaw('MAX(id) AS id')
            ->pluck('id');
        $last = Rows::of(
            DB::table('write_recipe_runs as n')
                ->leftJoin(
                    'write_recipe_rows as r',
                    static fn ($join) => $join->on('r.run_id', '=', 'n.id')->where('r.applied', 1),
                )
                ->whereIn('n.id', $newest)
                ->groupBy('n.id', 'n.recipe_id', 'n.ended_at')
                ->selectRaw('n.id, n.recipe_id, n.ended_at, COUNT(r.run_id) AS drafts')
                ->get(),
        );
        $last = array_column(Records::of(LastRun::class, $last), null, 'recipeId');
        $markets = self::markets($store);
        $collections = DB::table('resources')
            ->whereIn(
                'id',
                array_filter(array_map(static fn (StoredRecipe $one): ?int => $one->pages->collection, $recipes)),
            )
            ->pluck('name', 'id');

        return array_map(
            static fn (StoredRecipe $recipe): array => [
                'recipe' => $recipe,
                'pages' => $recipe->pages->words($markets, Typed::text($collections->get($recipe->pages->collection))),
                'notation' => Notation::write($recipe->recipe),
                'written' => Typed::int($written->get($recipe->id)),
                'last' => $last[$recipe->id] ?? null,
            ],
            $recipes,
        );
    }
}

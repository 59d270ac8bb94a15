<?php

declare(strict_types=1);

namespace App\Write\Console;

use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Stores\Console\StoreCommand;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Write\Recipes\RecipeBook;
use App\Write\Recipes\RecipeRuns;
use App\Write\Recipes\StoredRecipe;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use RuntimeException;

final class ApplyCommand extends StoreCommand
{
    protected $signature = 'write:apply {recipe : its name or number} {--to= : a kind of page, or a file with one URL a line; else all pages of the recipe\'s kind} {--store=} {--preview : only tell what would be done} {--json}';

    protected $description = 'Make drafts by a recipe; texts written by hand are left alone';

    public function handle(RecipeBook $book, RecipeRuns $runs, WorkDesk $desk): int
    {
        return $this->guarded(function () use ($book, $runs, $desk): int {
            $store = $this->store();
            $name = (string) $this->argument('recipe');
            $recipe =
                $book->named($store, $name) ?? throw new InvalidArgumentException("There is no recipe \"$name\".");
            $begun = $runs->preview($store, $recipe, $this->resources($store, $recipe), null);
            if ($desk->workToEnd($begun['work']) !== 'done') {
                throw new RuntimeException(
                    'The preview failed: '.
                        Typed::text(DB::table('work')->where('id', $begun['work'])->value('problem')),
                );
            }
            $counts = DB::table('write_recipe_rows')
                ->where('run_id', $begun['run'])
                ->groupBy('outcome')
                ->selectRaw('outcome, COUNT(*) AS n')
                ->pluck('n', 'outcome')
                ->map(static fn (mixed $n): int => Typed::int($n))
                ->all();
            $saved = 0;
            if (! $this->option('preview')) {
                $work = $runs->apply($store, $begun['run'], null);
                if ($desk->workToEnd($work) !== 'done') {
                    throw new RuntimeException(
                        'The recipe could not be applied: '.
                            Typed::text(DB::table('work')->where('id', $work)->value('problem')),
                    );
                }
                $saved = Typed::int(Typed::map(DB::table('work')->where('id', $work)->value('progress'))['saved'] ?? 0);
            }

            return $this->answer(
                ['run' => $begun['run'], 'outcomes' => $counts, 'drafts' => $saved],
                implode(
                    ', ',
                    array_map(
                        static fn (string $outcome, int $n): string => "$n $outcome",
                        array_keys($counts),
                        $counts,
                    ),
                ).
                    '. '.
                    ($this->option('preview') ? 'Nothing has been changed.' : "$saved drafts were made."),
            );
        });
    }

    /** @return ?list<int> */
    private function resources(Store $store, StoredRecipe $recipe): ?array
    {
        $to = (string) $this->option('to');
        if ($to === '') {
            return null;
        }
        $kind = PageKind::fromKey($to);
        if ($kind !== null) {
            return $kind === $recipe->pages->kind
                ? null
                : throw new InvalidArgumentException("This recipe is for {$recipe->pages->kind->plural()}.");
        }

        return ResourceList::ofFile($store, $to);
    }
}

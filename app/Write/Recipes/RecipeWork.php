<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use App\Changes\Editing\Author;
use App\Changes\Editing\DraftWriter;
use App\Changes\Editing\LockedText;
use App\Changes\Origin;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Text\Ruler;

/** Works out what a recipe makes of each page, and later makes drafts of exactly that. */
final class RecipeWork implements LongWork
{
    public function __construct(
        private readonly Ruler $ruler,
        private readonly RecipeFacts $facts,
        private readonly DraftWriter $writer,
    ) {
    }

    public static function sort(): string
    {
        return 'write.recipe';
    }

    public static function title(): string
    {
        return 'trying a recipe';
    }

    public static function queue(): string
    {
        return 'interactive';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $row = Rows::maybe(
            DB::table('write_recipe_runs as n')
                ->leftJoin('write_recipes as r', 'r.id', '=', 'n.recipe_id')
                ->where('n.id', $run->subjectId)
                ->first(['n.*', 'r.name', 'r.place', 'r.approved_version', 'r.newest_resource']),
        );
        if ($row === null) {
            return SliceEnd::failed('The run no longer exists.');
        }
        $state = RunState::from($row);
        $store = Store::query()->findOrFail($run->storeId);

        return match ($state->phase) {
            'preview' => $this->preview($run, $store, $state),
            'back' => $this->takeBack($run, $store, $state),
            'apply' => $this->apply($run, $store, $state),
            default => SliceEnd::done(),
        };
    }

    private function preview(WorkRun $run, Store $store, RunState $state): SliceEnd
    {
        $preview = new RecipePreview($store, $state, $this->facts, $this->ruler);
        // A killed slice wrote rows of its last portion at most once more; the last page that was looked at is told.
        $after = $run->number('after');
        $seen = $run->number('done');
        while (true) {
            ['rows' => $rows, 'last' => $last] = $preview->after($after);
            if ($last === null) {
                $run->fenced(fn () => $this->endPreview($store, $state));
                $run->beat(['done' => $seen], force: true);

                return $state->follows ? SliceEnd::more() : SliceEnd::done();
            }
            $run->fenced(
                static fn () => Bulk::write(
                    'write_recipe_rows',
                    ['run_id', 'resource_id', 'outcome', 'text', 'dropped', 'market_id', 'digest'],
                    $rows,
                    'REPLACE',
                ),
            );
            $after = $last;
            $seen += count($rows);
            $run->beat(['done' => $seen, 'after' => $after], force: true);
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
    }

    /** Marks what would be a duplicate, among the made texts and beside those of other pages. */
    private function endPreview(Store $store, RunState $state): void
    {
        DB::update(
            'UPDATE write_recipe_rows r JOIN (SELECT market_id, digest FROM write_recipe_rows
                    WHERE run_id = ? AND digest IS NOT NULL GROUP BY market_id, digest HAVING COUNT(*) > 1) d
                ON d.market_id = r.market_id AND d.digest = r.digest
                SET r.repeated = 1 WHERE r.run_id = ?',
            [$state->id, $state->id],
        );
        foreach (['draft_digest' => '', 'shown_digest' => 'AND t.draft_digest IS NULL'] as $column => $andOnly) {
            DB::update(
                "UPDATE write_recipe_rows r JOIN resource_texts t
                    ON t.market_id = r.market_id AND t.field = ? AND t.$column = r.digest AND t.store_id = ? $andOnly
                    JOIN resources q ON q.id = t.resource_id AND q.gone = 0
                    LEFT JOIN write_recipe_rows o
                    ON o.run_id = r.run_id AND o.resource_id = t.resource_id AND o.digest IS NOT NULL
                    SET r.repeated = 1
                    WHERE r.run_id = ? AND r.digest IS NOT NULL AND r.repeated = 0 AND o.run_id IS NULL",
                [$state->field()->value, $store->id, $state->id],
            );
        }
        DB::table('write_recipe_runs')
            ->where('id', $state->id)
            ->update(['phase' => $state->follows ? 'apply' : 'shown']);
    }

    private function apply(WorkRun $run, Store $store, RunState $state): SliceEnd
    {
        $field = $state->field();
        $saved = $run->number('saved');
        for ($after = 0; ; $after = (int) array_key_last($texts)) {
            $rows = Rows::all(
                'SELECT resource_id, text FROM write_recipe_rows WHERE run_id = ? AND outcome IN ('.
                    ($state->withCut ? "'new', 'wide'" : "'new'").
                    ") AND text <> '' AND applied = 0 AND resource_id > ? ORDER BY resource_id LIMIT 500",
                [$state->id, $after],
            );
            if ($rows === []) {
                return self::endPhase($run, $state, 'applied', ['saved' => $saved]);
            }
            /** @var array<int, string> $texts */
            $texts = array_column($rows, 'text', 'resource_id');
            $by = self::author($state);
            $saved += $run->fenced(function () use ($store, $texts, $field, $state, $by): int {
                $was = [];
                foreach (LockedText::lock($store, [$field->value => array_keys($texts)]) as $text) {
                    $was[$text->resourceId] = $text->draft?->value;
                }
                $done = array_flip($this->writer->saveByRecipe($store, $field, $texts, $by));
                $told = [];
                foreach (array_keys($texts) as $resource) {
                    $isSaved = isset($done[$resource]);
                    $told[] = [$state->id, $resource, $isSaved ? 1 : 2, $isSaved ? $was[$resource] ?? null : null];
                }
                self::tell($told);
                self::sign($state, array_keys($done));

                return count($done);
            });
            $run->beat(['saved' => $saved]);
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
    }

    private function takeBack(WorkRun $run, Store $store, RunState $state): SliceEnd
    {
        $field = $state->field();
        $back = $run->number('back');
        for ($after = 0; ; $after = (int) array_key_last($texts)) {
            $rows = Rows::all(
                'SELECT resource_id, text, was FROM write_recipe_rows WHERE run_id = ? AND applied = 1
                    AND resource_id > ? ORDER BY resource_id LIMIT 500',
                [$state->id, $after],
            );
            if ($rows === []) {
                return self::endPhase($run, $state, 'taken', ['back' => $back]);
            }
            $texts = [];
            foreach ($rows as $made) {
                $texts[$made->int('resource_id')] = [
                    'made' => $made->text('text'),
                    'was' => $made->textOrNull('was'),
                ];
            }
            $by = self::author($state);
            $back += $run->fenced(function () use ($store, $texts, $field, $state, $by): int {
                $done = array_flip($this->writer->takeBackRecipe($store, $field, $texts, $by));
                $told = [];
                foreach ($texts as $resource => $text) {
                    $told[] = [$state->id, $resource, isset($done[$resource]) ? 3 : 4, $text['was']];
                }
                self::tell($told);

                return count($done);
            });
            $run->beat(['back' => $back]);
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
    }

    /** @param  array<string, int>  $told */
    private static function endPhase(WorkRun $run, RunState $state, string $phase, array $told): SliceEnd
    {
        $run->fenced(static function () use ($state, $phase): void {
            DB::table('write_recipe_runs')
                ->where('id', $state->id)
                ->update(['phase' => $phase, 'ended_at' => now()]);
            // Of runs by themselves that changed nothing the last is enough.
            $state->follows &&
                DB::delete(
                    "DELETE n FROM write_recipe_runs n LEFT JOIN write_recipe_rows r ON r.run_id = n.id
                        WHERE n.recipe_id = ? AND n.id < ? AND n.follows = 1 AND n.phase = 'applied'
                        AND r.run_id IS NULL",
                    [$state->recipe->id, $state->id],
                );
        });
        $run->beat($told, force: true);

        return SliceEnd::done();
    }

    private static function author(RunState $state): Author
    {
        $approver = $state->follows
            ? DB::table('write_recipe_versions')
                ->where('recipe_id', $state->recipe->id)
                ->where('number', $state->recipe->version)
                ->value('approved_by')
            : null;

        return new Author(
            Origin::Recipe,
            $state->userId,
            $state->recipe->id,
            approvedBy: is_numeric($approver) ? (int) $approver : null,
        );
    }

    /**
     * Keeps which version wrote these texts.
     *
     * @param  list<int>  $resources
     */
    private static function sign(RunState $state, array $resources): void
    {
        $now = now()->format('Y-m-d H:i:s');
        Bulk::write(
            'write_recipe_texts',
            ['resource_id', 'field', 'recipe_id', 'version', 'made_at'],
            array_map(
                static fn (int $resource): array => [
                    $resource,
                    $state->field()->value,
                    $state->recipe->id,
                    $state->recipe->version,
                    $now,
                ],
                $resources,
            ),
            'REPLACE',
        );
    }

    /** @param  list<array{int, int, int, ?string}>  $rows  run, resource, what became of it, and the draft before it */
    private static function tell(array $rows): void
    {
        Bulk::upsert(
            'write_recipe_rows',
            ['run_id', 'resource_id', 'applied', 'was', 'outcome', 'text', 'dropped'],
            array_map(static fn (array $row): array => [...$row, '', '', ''], $rows),
            'applied = VALUES(applied), was = VALUES(was)',
        );
    }
}

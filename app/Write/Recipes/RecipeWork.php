<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use App\Changes\DraftState;
use App\Changes\Editing\Author;
use App\Changes\Editing\DraftWriter;
use App\Changes\Editing\LockedText;
use App\Changes\Origin;
use App\Inventory\Terms\PageTerms;
use App\Platform\Database\Bulk;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Stores\TitleSuffixes;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Wording\Recipe;
use Orchard\Core\Wording\TextField;

/** Works out what a recipe makes of each page, and later makes drafts of exactly that. */
final class RecipeWork implements LongWork
{
    private const CHUNK = 500;

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
        $row = DB::table('write_recipe_runs')->where('id', $run->subjectId)->first();
        if ($row === null) {
            return SliceEnd::failed('The run no longer exists.');
        }

        return match ($row->phase) {
            'preview' => $this->preview($run, Store::query()->findOrFail($run->storeId), $row),
            'back' => $this->takeBack($run, Store::query()->findOrFail($run->storeId), $row),
            default => $this->apply($run, Store::query()->findOrFail($run->storeId), $row),
        };
    }

    private function preview(WorkRun $run, Store $store, object $row): SliceEnd
    {
        /** @var list<array{fact: ?string, words: string, rank: int}> $parts */
        $parts = json_decode((string) $row->parts, true);
        $recipe = new Recipe(RecipeBook::parts($parts));
        $field = TextField::from((int) $row->field);
        $markets = Markets::of($store);
        $suffixes = TitleSuffixes::of($store);
        /** @var ?list<int> $only */
        $only = $row->resources === null ? null : json_decode((string) $row->resources, true);
        $only === null || sort($only);
        $after = (int) DB::table('write_recipe_rows')->where('run_id', $row->id)->max('resource_id');
        while (true) {
            $some =
                $only === null
                    ? null
                    : array_slice(
                        array_values(array_filter($only, static fn (int $id): bool => $id > $after)),
                        0,
                        self::CHUNK,
                    );
            $pages =
                $some === []
                    ? []
                    : DB::select(
                        'SELECT r.id, r.page_id, r.name, r.attributes, r.market_id, r.kind, t.stored, t.origin,
                            d.value AS draft,
                            d.origin AS draft_origin, d.state FROM resources r JOIN resource_texts t
                            ON t.resource_id = r.id AND t.field = ? LEFT JOIN drafts d ON d.resource_id = r.id
                            AND d.field = ?
                WHERE r.store_id = ? AND r.kind = ? AND r.gone = 0 AND r.id > ?'.
                            ($some === null ? '' : ' AND r.id IN ('.Bulk::list($some).')').
                            ' ORDER BY r.id LIMIT '.
                            self::CHUNK,
                        [$field->value, $field->value, $store->id, $row->kind, $after],
                    );
            if ($pages === [] && $some !== null && $some !== []) {
                // None of these is of the recipe's kind.
                $after = (int) end($some);

                continue;
            }
            if ($pages === []) {
                $run->fenced(
                    static fn () => DB::table('write_recipe_runs')
                        ->where('id', $row->id)
                        ->update(['phase' => 'shown']),
                );

                return SliceEnd::done();
            }
            $rows = [];
            $leads = PageTerms::leads(Bulk::ids($pages, 'page_id'));
            foreach ($pages as $page) {
                $after = (int) $page->id;
                $market = $markets->find((int) $page->market_id);
                $made = $recipe->compose(
                    $this->facts->of(
                        (string) $page->name,
                        (string) $page->attributes,
                        $market->brand,
                        $leads[(int) $page->page_id] ?? '',
                    ),
                    $field === TextField::Title ? $suffixes->suffix($market->id, (int) $page->kind) : '',
                    $market->textLimits()->desktopSlot($field),
                    $this->ruler,
                );
                $outcome = match (true) {
                    $made->text === '' => 'empty',
                    mb_strlen($made->text) > $field->longest() => 'wide',
                    ! DraftWriter::recipeMay(
                        $page->draft_origin === null ? null : Origin::from((string) $page->draft_origin),
                        Origin::from((string) $page->origin),
                        $page->state === null ? null : DraftState::from((string) $page->state),
                    ) => 'kept',
                    $made->text === (string) ($page->draft ?? $page->stored) => 'same',
                    ! $made->fits => 'wide',
                    default => 'new',
                };
                $rows[] = [
                    (int) $row->id,
                    $after,
                    $outcome,
                    mb_substr($made->text, 0, 2000),
                    implode(',', $made->dropped),
                ];
            }
            $run->fenced(
                static fn () => Bulk::write(
                    'write_recipe_rows',
                    ['run_id', 'resource_id', 'outcome', 'text', 'dropped'],
                    $rows,
                    'REPLACE',
                ),
            );
            $run->beat(
                ['done' => (int) DB::table('write_recipe_rows')->where('run_id', $row->id)->count()],
                force: true,
            );
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
    }

    private function apply(WorkRun $run, Store $store, object $row): SliceEnd
    {
        $field = TextField::from((int) $row->field);
        $saved = is_int($run->progress()['saved'] ?? null) ? $run->progress()['saved'] : 0;
        while (true) {
            $rows = DB::select(
                'SELECT resource_id, text FROM write_recipe_rows WHERE run_id = ? AND outcome IN ('.
                    ((int) $row->with_cut === 1 ? "'new', 'wide'" : "'new'").
                    ") AND text <> '' AND applied = 0 ORDER BY resource_id LIMIT 500",
                [$row->id],
            );
            if ($rows === []) {
                $run->fenced(
                    static fn () => DB::table('write_recipe_runs')
                        ->where('id', $row->id)
                        ->update(['phase' => 'applied']),
                );
                $run->beat(['saved' => $saved], force: true);

                return SliceEnd::done();
            }
            $texts = array_column($rows, 'text', 'resource_id');
            $by = self::author($row);
            $saved += $run->fenced(function () use ($store, $texts, $field, $row, $by): int {
                $was = [];
                foreach (LockedText::lock($store, [$field->value => array_keys($texts)]) as $text) {
                    $was[$text->resourceId] = $text->draft?->value;
                }
                $done = array_flip($this->writer->saveByRecipe($store, $field, $texts, $by));
                // 1: saved by this run; 2: looked at, and left as it was.
                $told = [];
                foreach ($texts as $resource => $text) {
                    $isSaved = isset($done[$resource]);
                    $told[] = [(int) $row->id, $resource, $isSaved ? 1 : 2, $isSaved ? $was[$resource] ?? null : null];
                }
                self::tell($told);

                return count($done);
            });
            $run->beat(['saved' => $saved]);
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
    }

    private function takeBack(WorkRun $run, Store $store, object $row): SliceEnd
    {
        $field = TextField::from((int) $row->field);
        $back = is_int($run->progress()['back'] ?? null) ? $run->progress()['back'] : 0;
        while (true) {
            $rows = DB::select(
                'SELECT resource_id, text, was FROM write_recipe_rows WHERE run_id = ? AND applied = 1
                    ORDER BY resource_id LIMIT 500',
                [$row->id],
            );
            if ($rows === []) {
                $run->fenced(
                    static fn () => DB::table('write_recipe_runs')
                        ->where('id', $row->id)
                        ->update(['phase' => 'taken']),
                );
                $run->beat(['back' => $back], force: true);

                return SliceEnd::done();
            }
            $texts = [];
            foreach ($rows as $made) {
                $texts[(int) $made->resource_id] = [
                    'made' => (string) $made->text,
                    'was' => $made->was === null ? null : (string) $made->was,
                ];
            }
            $by = self::author($row);
            $back += $run->fenced(function () use ($store, $texts, $field, $row, $by): int {
                $done = array_flip($this->writer->takeBackRecipe($store, $field, $texts, $by));
                self::tell(
                    array_map(
                        static fn (int $resource): array => [
                            (int) $row->id,
                            $resource,
                            isset($done[$resource]) ? 3 : 4,
                            $texts[$resource]['was'],
                        ],
                        array_keys($texts),
                    ),
                );

                return count($done);
            });
            $run->beat(['back' => $back]);
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
    }

    private static function author(object $row): Author
    {
        return new Author(Origin::Recipe, $row->user_id === null ? null : (int) $row->user_id, (int) $row->recipe_id);
    }

    /** @param  list<array{int, int, int, ?string}>  $rows  run, resource, what became of it, and the draft before it */
    private static function tell(array $rows): void
    {
        Bulk::write(
            'write_recipe_rows',
            ['run_id', 'resource_id', 'applied', 'was', 'outcome', 'text', 'dropped'],
            array_map(static fn (array $row): array => [...$row, '', '', ''], $rows),
            'INSERT',
            'ON DUPLICATE KEY UPDATE applied = VALUES(applied), was = VALUES(was)',
        );
    }
}

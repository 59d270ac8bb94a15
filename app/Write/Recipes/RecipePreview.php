<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use App\Catalogue\TextDigest;
use App\Changes\Editing\DraftWriter;
use App\Inventory\CollectionPages;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Stores\Models\Store;
use App\Write\WrittenPage;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Wording\Recipes\ComposedText;

/** What a run would make of each page, a portion of pages at a time. */
final class RecipePreview
{
    private const CHUNK = 500;

    private readonly RecipeTargets $targets;

    /** @var list<string> facts that the recipe and those before it ask for */
    private readonly array $asked;

    /** @var list<array{StoredRecipe, ?array<int, true>}> approved recipes that come first, with their collections */
    private readonly array $earlier;

    /** @var ?array<int, true> */
    private readonly ?array $ofCollection;

    /** @var array<int, true> */
    private readonly array $exceptions;

    public function __construct(
        private readonly Store $store,
        private readonly RunState $run,
        private readonly RecipeFacts $facts,
        private readonly Ruler $ruler,
    ) {
        $this->targets = RecipeTargets::of($store, $run->field());
        $of = static fn (RecipePages $pages): ?array => $pages->collection === null
            ? null
            : CollectionPages::productsOf($store, $pages->collection);
        $this->ofCollection = $of($run->recipe->pages);
        $this->exceptions = RecipeBook::exceptions($run->recipe->id);
        $asked = [...$run->recipe->recipe->facts(), ...array_column($run->recipe->pages->facts, 'name')];
        $earlier = [];
        foreach (app(RecipeBook::class)->approved($store, $run->field()) as $other) {
            if ($other->id !== $run->recipe->id && $other->place < $run->recipe->place) {
                $earlier[] = [$other, $of($other->pages)];
                array_push($asked, ...array_column($other->pages->facts, 'name'));
            }
        }
        $this->earlier = $earlier;
        $this->asked = $asked;
    }

    /**
     * @return array{rows: list<list<int|string|null>>, last: ?int} rows for write_recipe_rows of pages behind the given
     *     one, and the last page that was looked at; null where there are no more
     */
    public function after(int $resource): array
    {
        $only = $this->run->resources;
        if ($only !== null) {
            $only = array_slice(
                array_values(array_filter($only, static fn (int $id): bool => $id > $resource)),
                0,
                self::CHUNK,
            );
        }
        $found = $only === [] ? [] : $this->pages($resource, $only);
        if ($found === []) {
            // None of these is of the recipe's kind.
            return ['rows' => [], 'last' => $only === null || $only === [] ? null : (int) end($only)];
        }
        $facts = $this->facts->of(
            $this->store,
            array_map(static fn (RecipeRow $row): WrittenPage => $row->page(), $found),
            $this->asked,
        );
        $rows = [];
        foreach ($found as $row) {
            $page = RecipePage::from($row, $facts[$row->id]);
            if (! $this->run->recipe->pages->hold($page, $this->ofCollection) || $this->isLeftAlone($page)) {
                continue;
            }
            $target = $this->targets->for($page->marketId, $page->kind->value);
            $made = $this->run->recipe->recipe->compose($page->facts, $target, $this->ruler);
            $outcome = $this->outcome($page, $made);
            if ($this->run->follows && $outcome !== 'new') {
                continue;
            }
            $rows[] = [
                $this->run->id,
                $page->resourceId,
                $outcome,
                mb_substr($made->text, 0, 2000),
                implode(',', $made->dropped),
                $page->marketId,
                in_array($outcome, ['new', 'wide'], true) ? TextDigest::of($made->text.$target->suffix) : null,
            ];
        }
        $last = end($found);

        return ['rows' => $rows, 'last' => $last->id];
    }

    /** A recipe that runs by itself writes on only what a recipe wrote, and pages that came since it was approved. */
    private function isLeftAlone(RecipePage $page): bool
    {
        return $this->run->follows && ! $page->isMade() && $page->resourceId <= $this->run->recipe->newestResource;
    }

    private function outcome(RecipePage $page, ComposedText $made): string
    {
        if (isset($this->exceptions[$page->resourceId])) {
            return 'except';
        }
        foreach ($this->earlier as [$other, $ofCollection]) {
            if ($other->pages->hold($page, $ofCollection)) {
                return 'other';
            }
        }

        return match (true) {
            $made->text === '' => 'empty',
            mb_strlen($made->text) > $this->run->field()->longest() => 'wide',
            ! DraftWriter::recipeMay($page->draftOrigin, $page->origin, $page->draftState) => 'kept',
            $made->text === $page->text() => 'same',
            ! $made->fits => 'wide',
            default => 'new',
        };
    }

    /**
     * @param  ?list<int>  $only
     * @return list<RecipeRow>
     */
    private function pages(int $after, ?array $only): array
    {
        $field = $this->run->field()->value;

        return Records::select(
            RecipeRow::class,
            'SELECT r.id, r.page_id, r.name, r.attributes, r.market_id, r.kind, t.stored, t.origin, d.value AS draft,
                d.origin AS draft_origin, d.state FROM resources r
                JOIN resource_texts t ON t.resource_id = r.id AND t.field = ?
                LEFT JOIN drafts d ON d.resource_id = r.id AND d.field = ?
                WHERE r.store_id = ? AND r.kind = ? AND r.gone = 0 AND r.id > ?'.
                ($only === null ? '' : ' AND r.id IN ('.Bulk::list($only).')').
                ' ORDER BY r.id LIMIT '.
                self::CHUNK,
            [$field, $field, $this->store->id, $this->run->kind()->value, $after],
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Write\Http;

use App\Access\Models\User;
use App\Inventory\Selections;
use App\Platform\Work\WorkView;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Write\Desk\DeskFilter;
use App\Write\Desk\DeskList;
use App\Write\Recipes\RecipeBook;
use App\Write\Recipes\RecipeFacts;
use App\Write\Recipes\RecipeWork;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;
use InvalidArgumentException;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Wording\Recipe;
use Orchard\Core\Wording\TextField;

final class RecipeController
{
    public const OUTCOMES = [
        'new' => 'fits',
        'wide' => 'would be cut off',
        'kept' => 'left alone: written by hand',
        'same' => 'unchanged',
        'empty' => 'lacks the facts',
    ];

    public function index(Store $store): View
    {
        return view('write.recipes', [
            'store' => $store,
            'recipes' => DB::table('write_recipes')->where('store_id', $store->id)->orderBy('name')->get(),
        ]);
    }

    public function edit(
        Request $request,
        Store $store,
        RecipeBook $book,
        RecipeFacts $facts,
        ?int $recipe = null,
    ): View {
        $row = $recipe === null ? null : $book->find($store, $recipe) ?? abort(404);
        $kind =
            $row !== null
                ? PageKind::from((int) $row->kind)
                : PageKind::fromKey($request->string('kind')->value()) ?? PageKind::Product;

        return view('write.recipe', [
            'store' => $store,
            'recipe' => $row,
            'kind' => $kind,
            'facts' => $facts->names($store, $kind),
            'selections' => Selections::named($store),
            'parts' => $row === null
                    ? [['fact' => 'name', 'words' => '', 'rank' => 0]]
                    : json_decode((string) $row->parts, true),
        ]);
    }

    public function save(Request $request, Store $store, RecipeBook $book, ?int $recipe = null): RedirectResponse
    {
        $request->validate([
            'name' => ['required', 'string', 'max:80'],
            'kind' => ['required', 'string'],
            'field' => ['required', 'in:title,description'],
            'parts' => ['required', 'array', 'min:1', 'max:20'],
            'parts.*.fact' => ['nullable', 'string', 'max:40'],
            'parts.*.words' => ['nullable', 'string', 'max:200'],
            'parts.*.rank' => ['required', 'integer', 'between:0,9'],
        ]);
        abort_if($recipe !== null && $book->find($store, $recipe) === null, 404);
        /** @var User $user */
        $user = $request->user();
        /** @var list<array{fact: ?string, words: string, rank: int}> $parts */
        $parts = array_values(
            array_filter(
                (array) $request->input('parts'),
                static fn (mixed $part): bool => is_array($part) &&
                    ! (($part['fact'] ?? '') === '' && trim((string) ($part['words'] ?? '')) === ''),
            ),
        );
        try {
            $id = $book->save(
                $store,
                $recipe,
                $request->string('name')->value(),
                PageKind::fromKey($request->string('kind')->value()) ?? PageKind::Product,
                TextField::fromKey($request->string('field')->value()) ?? TextField::Title,
                $parts,
                $user->id,
            );
        } catch (InvalidArgumentException $wrong) {
            return back()
                ->withInput()
                ->withErrors(['recipe' => $wrong->getMessage()]);
        }
        $row = $book->find($store, $id) ?? abort(404);

        return $this->try($request, $store, $book, app(DeskList::class), (int) $row->id);
    }

    /**
     * What a recipe would make: of all pages of its kind, of those that lack the text, of a list, of what the desk
     * shows, or of ticked rows.
     */
    public function try(
        Request $request,
        Store $store,
        RecipeBook $book,
        DeskList $list,
        ?int $recipe = null,
    ): RedirectResponse {
        $request->validate([
            'scope' => ['nullable', 'regex:/^(all|missing|view|ticked|selection:\d{1,18})$/'],
            'recipe' => ['nullable', 'integer'],
            'rows' => ['nullable', 'array', 'max:1000'],
            'rows.*' => ['integer'],
        ]);
        $row = $book->find($store, $recipe ?? $request->integer('recipe')) ?? abort(404);
        $field = TextField::from((int) $row->field);
        $kind = PageKind::from((int) $row->kind);
        $scope = $request->string('scope')->value() ?: 'all';
        $selection = str_starts_with($scope, 'selection:')
            ? Selections::find($store, (int) substr($scope, 10)) ?? abort(404)
            : null;
        [$ids, $words] = match (true) {
            $scope === 'missing' => [
                $list->ids(
                    $store,
                    DeskFilter::of(['kind' => $kind->key(), 'field' => $field->key(), 'check' => 'missing']),
                ),
                "{$kind->plural()} without a {$field->key()}",
            ],
            $scope === 'view' => [$list->ids($store, DeskFilter::from($request)), 'the view of the writing desk'],
            $scope === 'ticked' => [
                array_values(array_map(intval(...), $request->collect('rows')->all())),
                'ticked rows of the writing desk',
            ],
            $selection !== null => [
                $list->ids($store, DeskFilter::of(['selection' => (string) $selection->id])),
                "the list “{$selection->name}”",
            ],
            default => [null, ''],
        };
        if ($ids === []) {
            return back()
                ->withInput()
                ->withErrors([
                    'scope' => 'No pages to apply it to: '.($words === '' ? 'none' : $words).' is empty.',
                ]);
        }

        return redirect()->route('write.run', [
            $store,
            $book->preview($store, $row, $ids, (int) $request->user()?->getAuthIdentifier(), $words)['run'],
        ]);
    }

    /** What the parts that are being built would make of a few pages, those with the most impressions. */
    public function sample(Request $request, Store $store, RecipeFacts $facts, Ruler $ruler): View
    {
        $request->validate([
            'kind' => ['required', 'string', 'max:20'],
            'field' => ['required', 'in:title,description'],
            'parts' => ['nullable', 'array', 'max:20'],
            'parts.*.fact' => ['nullable', 'string', 'max:40'],
            'parts.*.words' => ['nullable', 'string', 'max:200'],
            'parts.*.rank' => ['nullable', 'integer', 'between:0,9'],
        ]);
        $kind = PageKind::fromKey($request->string('kind')->value()) ?? PageKind::Product;
        $field = TextField::fromKey($request->string('field')->value()) ?? TextField::Title;
        /** @var list<array{fact?: mixed, words?: mixed, rank?: mixed}> $parts */
        $parts = array_values(
            array_filter(
                (array) $request->input('parts'),
                static fn (mixed $part): bool => is_array($part) &&
                    ! (($part['fact'] ?? '') === '' && trim((string) ($part['words'] ?? '')) === ''),
            ),
        );
        $samples = [];
        try {
            $samples =
                $parts === []
                    ? []
                    : $facts->samples($store, new Recipe(RecipeBook::parts($parts)), $kind, $field, $ruler);
            $problem = null;
        } catch (InvalidArgumentException $wrong) {
            $problem = $wrong->getMessage();
        }

        return view('write.recipe-sample', ['samples' => $samples, 'problem' => $problem, 'field' => $field]);
    }

    public function delete(Store $store, int $recipe): RedirectResponse
    {
        DB::table('write_recipes')->where('store_id', $store->id)->where('id', $recipe)->delete();

        return redirect()
            ->route('write.recipes', $store)
            ->with('done', 'The recipe was deleted. Texts that it wrote stay as they are.');
    }

    public function run(Request $request, Store $store, int $run): View
    {
        $row = DB::table('write_recipe_runs')->where('store_id', $store->id)->where('id', $run)->first() ?? abort(404);
        $counts = DB::table('write_recipe_rows')
            ->where('run_id', $run)
            ->groupBy('outcome')
            ->selectRaw('outcome, COUNT(*) AS n')
            ->pluck('n', 'outcome');
        $outcome =
            is_string($request->query('outcome')) && isset(self::OUTCOMES[$request->query('outcome')])
                ? $request->query('outcome')
                : ($counts->get('new')
                    ? 'new'
                    : $counts->keys()->first() ?? 'new');
        $after = (int) $request->query('after', '0');
        $rows = DB::table('write_recipe_rows')
            ->join('resources', 'resources.id', '=', 'write_recipe_rows.resource_id')
            ->join(
                'resource_texts',
                static fn ($join) => $join
                    ->on('resource_texts.resource_id', '=', 'write_recipe_rows.resource_id')
                    ->where('resource_texts.field', (int) $row->field),
            )
            ->where('run_id', $run)
            ->where('outcome', $outcome)
            ->where('write_recipe_rows.resource_id', '>', $after)
            ->orderBy('write_recipe_rows.resource_id')
            ->limit(51)
            ->get([
                'write_recipe_rows.resource_id',
                'name',
                'url',
                'page_id',
                'text',
                'dropped',
                'shown',
                'draft_shown',
            ]);

        $recipe = DB::table('write_recipes')->where('id', $row->recipe_id)->first();

        return view($request->headers->has('HX-Request') ? 'write.run-part' : 'write.run', [
            'store' => $store,
            'run' => $row,
            'recipe' => $recipe,
            'partsOfRank' => self::partsOfRank((string) ($row->parts ?? $recipe->parts ?? '[]')),
            'counts' => $counts,
            'outcome' => $outcome,
            'rows' => $rows->take(50),
            'next' => $rows->count() > 50 ? $rows[49]?->resource_id : null,
            'work' => WorkView::about(RecipeWork::sort(), $run),
        ]);
    }

    /** @return array<int, string> what parts that drop out together hold, in words, by their rank */
    private static function partsOfRank(string $json): array
    {
        $words = [];
        /** @var list<array{fact: ?string, words: string, rank?: int}> $parts */
        $parts = json_decode($json, true);
        foreach ($parts as $part) {
            $words[$part['rank'] ?? 0][] = $part['fact'] ? RecipeFacts::label($part['fact']) : trim($part['words']);
        }

        return array_map(static fn (array $together): string => implode(', ', $together), $words);
    }

    public function apply(Request $request, Store $store, int $run, RecipeBook $book): RedirectResponse
    {
        /** @var User $user */
        $user = $request->user();
        try {
            $request->input('do') === 'back'
                ? $book->takeBack($store, $run, $user->id)
                : $book->apply($store, $run, $user->id, $request->boolean('cut'));
        } catch (InvalidArgumentException $wrong) {
            return back()->withErrors(['run' => $wrong->getMessage()]);
        }

        return redirect()->route('write.run', [$store, $run]);
    }
}

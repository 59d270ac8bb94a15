<?php

declare(strict_types=1);

namespace App\Write\Http;

use App\Access\Models\User;
use App\Inventory\Selections;
use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Write\Desk\DeskFilter;
use App\Write\Desk\DeskList;
use App\Write\Recipes\RecipeBook;
use App\Write\Recipes\RecipeRuns;
use App\Write\Recipes\RunScreen;
use App\Write\Recipes\StoredRecipe;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;
use InvalidArgumentException;

/** Runs of recipes: what one would make, the drafts of it, taking them back, and letting it write by itself. */
final class RunController
{
    /**
     * What a recipe would make: of all pages that it is for, of those that lack the text, of a list, of what the desk
     * shows, or of ticked rows.
     */
    public function try(
        Request $request,
        Store $store,
        RecipeBook $book,
        RecipeRuns $runs,
        ?int $recipe = null,
    ): RedirectResponse {
        $request->validate([
            'scope' => ['nullable', 'regex:/^(all|missing|view|ticked|selection:\d{1,18})$/'],
            'recipe' => ['nullable', 'integer'],
            'rows' => ['nullable', 'array', 'max:1000'],
            'rows.*' => ['integer'],
        ]);
        $known = $book->find($store, $recipe ?? $request->integer('recipe')) ?? abort(404);
        [$ids, $words] = self::scope($request, $store, $known);
        if ($ids === []) {
            return back()
                ->withInput()
                ->withErrors([
                    'scope' => 'No pages to apply it to: '.($words === '' ? 'none' : $words).' is empty.',
                ]);
        }
        /** @var User $user */
        $user = $request->user();

        return redirect()->route('write.run', [$store, $runs->preview($store, $known, $ids, $user->id, $words)['run']]);
    }

    /** @return array{?list<int>, string} resources, null for all that the recipe is for; and what they are, in words */
    private static function scope(Request $request, Store $store, StoredRecipe $recipe): array
    {
        $list = app(DeskList::class);
        $kind = $recipe->pages->kind;
        $scope = $request->string('scope')->value() ?: 'all';
        $selection = str_starts_with($scope, 'selection:')
            ? Selections::find($store, (int) substr($scope, 10)) ?? abort(404)
            : null;

        return match (true) {
            $scope === 'missing' => [
                $list->without($store, $kind, $recipe->field),
                "{$kind->plural()} without {$recipe->field->words()}",
            ],
            $scope === 'view' => [$list->ids($store, DeskFilter::from($request)), 'the view of the writing desk'],
            $scope === 'ticked' => [
                array_values(Typed::ints($request->collect('rows')->all())),
                'ticked rows of the writing desk',
            ],
            $selection !== null => [
                $list->ids($store, DeskFilter::of(['selection' => (string) $selection->id])),
                "the list “{$selection->name}”",
            ],
            default => [null, ''],
        };
    }

    public function show(Request $request, Store $store, int $run, RunScreen $screen): View
    {
        $asked = $request->query('outcome');
        $told = $screen->of($store, $run, is_string($asked) ? $asked : null, (int) $request->query('after', '0'));

        return view(
            $request->headers->has('HX-Request') ? 'write.run-part' : 'write.run',
            ['store' => $store] + ($told ?? abort(404)),
        );
    }

    public function apply(Request $request, Store $store, int $run, RecipeRuns $runs): RedirectResponse
    {
        /** @var User $user */
        $user = $request->user();
        try {
            $request->input('do') === 'back'
                ? $runs->takeBack($store, $run, $user->id)
                : $runs->apply($store, $run, $user->id, $request->boolean('cut'));
        } catch (InvalidArgumentException $wrong) {
            return back()->withErrors(['run' => $wrong->getMessage()]);
        }

        return redirect()->route('write.run', [$store, $run]);
    }

    /** Lets a version write by itself, or no longer. */
    public function approve(Request $request, Store $store, int $recipe, RecipeBook $book): RedirectResponse
    {
        $request->validate(['version' => ['nullable', 'integer', 'min:1']]);
        /** @var User $user */
        $user = $request->user();
        try {
            $request->filled('version')
                ? $book->approve($store, $recipe, $request->integer('version'), $user->id)
                : $book->withdraw($store, $recipe);
        } catch (InvalidArgumentException $wrong) {
            return back()->withErrors(['recipe' => $wrong->getMessage()]);
        }

        return back()->with(
            'done',
            $request->filled('version')
                ? 'The recipe is approved. What it writes where facts change or pages come is ready at once.'
                : 'The recipe is approved no longer; it writes when somebody asks it to.',
        );
    }

    /** Leaves a page to people, or gives it back to the recipe. */
    public function except(Request $request, Store $store, int $recipe, RecipeBook $book): RedirectResponse
    {
        $request->validate(['resource' => ['required', 'integer'], 'leave' => ['required', 'boolean']]);
        /** @var User $user */
        $user = $request->user();
        try {
            $book->except($store, $recipe, $request->integer('resource'), $request->boolean('leave'), $user->id);
        } catch (InvalidArgumentException) {
            abort(404);
        }

        return back()->with(
            'done',
            $request->boolean('leave')
                ? 'The recipe leaves this page alone from its next run on.'
                : 'The recipe may write this page again.',
        );
    }

    /** Lets the approved recipes look at what has changed, now. */
    public function follow(Request $request, Store $store, RecipeRuns $runs): RedirectResponse
    {
        /** @var User $user */
        $user = $request->user();
        $begun = $runs->follow($store, $user->id);

        return back()->with(
            'done',
            $begun === []
                ? 'No recipe is approved yet.'
                : (count($begun) === 1 ? 'One recipe looks' : count($begun).' recipes look').
                    ' at what has changed.',
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Write\Http;

use App\Access\Models\User;
use App\Catalogue\StoreResources;
use App\Inventory\Selections;
use App\Platform\Typed;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Write\Recipes\RecipeBook;
use App\Write\Recipes\RecipeFacts;
use App\Write\Recipes\RecipePages;
use App\Write\Recipes\RecipeSamples;
use App\Write\Recipes\RecipeScreen;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;
use InvalidArgumentException;
use Orchard\Core\Wording\Recipes\Notation;
use Orchard\Core\Wording\Recipes\NotationError;
use Orchard\Core\Wording\Recipes\RecipeRows;

/** Recipes: which there are and in which order, the builder, and what it makes while one builds. */
final class RecipeController
{
    public function index(Store $store, RecipeScreen $screen): View
    {
        return view('write.recipes', ['store' => $store, 'recipes' => $screen->list($store)]);
    }

    public function edit(
        Request $request,
        Store $store,
        RecipeBook $book,
        RecipeFacts $facts,
        RecipeScreen $screen,
        ?int $recipe = null,
    ): View {
        $known = $recipe === null ? null : $book->find($store, $recipe) ?? abort(404);
        $kind = $known->pages->kind ?? (PageKind::fromKey($request->string('kind')->value()) ?? PageKind::Product);
        $collections = StoreResources::collections($store);
        $pages = $known->pages ?? new RecipePages($kind);

        return view('write.recipe', [
            'store' => $store,
            'recipe' => $known,
            'kind' => $kind,
            'facts' => $facts->names($store, $kind),
            'markets' => Markets::of($store)->all(),
            'collections' => array_slice(array_keys($collections), 0, 1000),
            'collection' => (string) array_search($pages->collection, $collections, true),
            'pages' => $pages,
            'selections' => Selections::named($store),
            'versions' => $known === null ? [] : $screen->versions($store, $known->id),
            'parts' => $known === null ? [['fact' => 'name']] : RecipeRows::write($known->recipe),
            'notation' => $known === null ? '#name' : Notation::write($known->recipe),
        ]);
    }

    public function save(
        RecipeForm $form,
        Store $store,
        RecipeBook $book,
        RunController $runs,
        ?int $recipe = null,
    ): RedirectResponse {
        abort_if($recipe !== null && $book->find($store, $recipe) === null, 404);
        /** @var User $user */
        $user = $form->user();
        try {
            $id = $book->save($store, $recipe, $form->wish($store), $user->id);
        } catch (InvalidArgumentException $wrong) {
            return back()
                ->withInput()
                ->withErrors(['recipe' => $wrong->getMessage()]);
        }

        /** @var RedirectResponse */
        return app()->call([$runs, 'try'], ['request' => $form, 'store' => $store, 'recipe' => $id]);
    }

    /** What the parts that are being built would make of ten pages that differ most. */
    public function sample(RecipeForm $form, Store $store, RecipeSamples $samples, RecipeFacts $facts): View
    {
        $told = ['problem' => null, 'at' => null, 'samples' => [], 'rows' => null, 'notation' => null];
        try {
            if (! $form->isEmpty()) {
                $recipe = $form->recipe();
                $told['samples'] = $samples->of($store, $recipe, $form->pages($store), $form->field());
                $form->isTyped()
                    ? ($told['rows'] = RecipeRows::write($recipe))
                    : ($told['notation'] = Notation::write($recipe));
            }
        } catch (NotationError $wrong) {
            $told = ['problem' => $wrong->getMessage(), 'at' => $wrong->at] + $told;
        } catch (InvalidArgumentException $wrong) {
            $told = ['problem' => $wrong->getMessage()] + $told;
        }

        return view(
            'write.recipe-sample',
            $told + [
                'field' => $form->field(),
                'isEmpty' => $form->isEmpty(),
                'typed' => Typed::text($form->input('notation')),
                'facts' => $told['rows'] === null ? [] : $facts->names($store, $form->kind()),
            ],
        );
    }

    public function move(Request $request, Store $store, int $recipe, RecipeBook $book): RedirectResponse
    {
        $request->validate(['to' => ['required', 'in:earlier,later']]);
        $book->move($store, $recipe, $request->input('to') === 'earlier');

        return redirect()->route('write.recipes', $store);
    }

    public function delete(Store $store, int $recipe, RecipeBook $book): RedirectResponse
    {
        $book->delete($store, $recipe);

        return redirect()
            ->route('write.recipes', $store)
            ->with('done', 'The recipe was deleted. Texts that it wrote stay as they are.');
    }
}

<?php

declare(strict_types=1);

namespace App\Write\Http;

use App\Access\Models\User;
use App\Changes\Trials\KeptTrial;
use App\Changes\Trials\Trials;
use App\Inventory\Selections;
use App\Stores\Models\Store;
use App\Write\Desk\DeskFilter;
use App\Write\Desk\DeskList;
use App\Write\Recipes\RecipeBook;
use App\Write\Trials\TrialPlan;
use App\Write\Trials\TrialScreen;
use App\Write\Trials\TrialWish;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;
use InvalidArgumentException;

/** Wordings that are compared over alike pages. */
final class TrialController
{
    public function index(Store $store, RecipeBook $book): View
    {
        return view('write.trials', [
            'store' => $store,
            'trials' => KeptTrial::all($store),
            'recipes' => $book->all($store),
            'selections' => Selections::named($store),
        ]);
    }

    public function plan(Request $request, Store $store, RecipeBook $book, TrialPlan $plan): RedirectResponse
    {
        $given = $request->validate(
            [
                'name' => ['required', 'string', 'max:80'],
                'recipes' => ['required', 'array', 'min:1', 'max:4'],
                'recipes.*' => ['integer', 'distinct'],
                'now' => ['nullable', 'in:1'],
                'list' => ['nullable', 'integer'],
                'weeks' => ['required', 'integer', 'between:2,26'],
            ],
            ['recipes.required' => 'Which recipes are compared?'],
        );
        $recipes = array_values(
            array_filter(array_map(static fn ($id) => $book->find($store, (int) $id), $given['recipes'])),
        );
        $withNow = ($given['now'] ?? null) === '1';
        if (count($recipes) + ($withNow ? 1 : 0) < 2) {
            return back()
                ->withInput()
                ->withErrors([
                    'recipes' => 'Two wordings are the least: two recipes, or one beside what is shown now.',
                ]);
        }
        $list = isset($given['list']) ? Selections::find($store, (int) $given['list']) ?? abort(404) : null;
        try {
            $made = $plan->plan(
                $store,
                new TrialWish(
                    $given['name'],
                    $recipes,
                    $withNow,
                    $list === null
                        ? null
                        : app(DeskList::class)->ids($store, DeskFilter::of(['selection' => (string) $list->id])),
                    (int) $given['weeks'],
                    random_int(1, 2_000_000_000),
                ),
                self::user($request)->id,
            );
        } catch (InvalidArgumentException $wrong) {
            return back()
                ->withInput()
                ->withErrors(['recipes' => $wrong->getMessage()]);
        }

        return redirect()
            ->route('write.trial', [$store, $made['trial']])
            ->with(
                'done',
                number_format($made['pages']).' pages take part, '.number_format($made['left']).' cannot.',
            );
    }

    public function show(Request $request, Store $store, int $trial): View
    {
        return view('write.trial', TrialScreen::of($request, $store, $trial) ?? abort(404));
    }

    public function act(Request $request, Store $store, int $trial, Trials $trials): RedirectResponse
    {
        $request->validate(['do' => ['required', 'in:begin,drop']]);
        abort_unless(Trials::has($store, $trial), 404);
        try {
            if ($request->input('do') === 'drop') {
                $trials->drop($store, $trial);

                return back()->with('done', 'Dropped. Its texts may be changed again.');
            }
            $made = $trials->begin($store, $trial, self::user($request)->id);
        } catch (InvalidArgumentException $wrong) {
            return back()->withErrors(['trial' => $wrong->getMessage()]);
        }

        return back()->with(
            'done',
            number_format($made).' texts are ready and approved. Release them; the time runs once they are live.',
        );
    }

    private static function user(Request $request): User
    {
        /** @var User $user */
        $user = $request->user();

        return $user;
    }
}

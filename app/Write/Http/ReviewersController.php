<?php

declare(strict_types=1);

namespace App\Write\Http;

use App\Access\Memberships;
use App\Access\Role;
use App\Catalogue\StoreResources;
use App\Changes\Review\Reviewer;
use App\Changes\Review\Reviewers;
use App\Inventory\Makers;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use Illuminate\View\View;
use InvalidArgumentException;

/** Who approves which texts: the owner says it, and gives guests their links. */
final class ReviewersController
{
    public function show(Store $store): View
    {
        $people = Memberships::people($store, Role::Approver);
        $makers = Makers::of($store);
        sort($makers);

        return view('write.reviewers', [
            'store' => $store,
            'parts' => Reviewers::waiting($store),
            'people' => $people,
            'makers' => $makers,
            'markets' => Markets::of($store)->all(),
            'collections' => StoreResources::collectionPages($store),
            'needsApproval' => $store->options()->needsApproval > 0,
        ]);
    }

    public function put(Request $request, Store $store): RedirectResponse
    {
        $people = array_keys(Memberships::people($store, Role::Approver));
        $given = $request->validate(
            [
                'id' => ['nullable', 'integer'],
                'who' => ['required', Rule::in(['guest', ...array_map(strval(...), $people)])],
                'guest' => ['required_if:who,guest', 'nullable', 'string', 'max:60'],
                'email' => ['nullable', 'email', 'max:190'],
                'deputy' => ['nullable', Rule::in(array_map(strval(...), $people))],
                'kind' => ['nullable', Rule::enum(PageKind::class)],
                'maker' => ['nullable', 'string', 'max:190'],
                'collection' => ['nullable', 'integer'],
                'market' => ['nullable', 'integer'],
                'days' => ['required', 'integer', 'between:1,60'],
                'away' => ['nullable', 'date_format:Y-m-d'],
            ],
            ['guest.required_if' => 'What is the guest called?'],
        );
        $text = static fn (string $key): ?string => trim((string) ($given[$key] ?? '')) === ''
            ? null
            : trim((string) $given[$key]);
        $number = static fn (string $key): ?int => $text($key) === null ? null : (int) $text($key);
        $isGuest = $given['who'] === 'guest';
        try {
            Reviewers::put(
                $store,
                new Reviewer(
                    (int) ($given['id'] ?? 0),
                    $isGuest ? null : (int) $given['who'],
                    $isGuest ? $text('guest') : null,
                    $isGuest ? $text('email') : null,
                    $number('deputy'),
                    $number('kind'),
                    $text('maker'),
                    StoreResources::collectionPage($store, $number('collection')),
                    Markets::of($store)->known($number('market')),
                    (int) $given['days'],
                    $text('away'),
                ),
            );
        } catch (InvalidArgumentException $wrong) {
            return back()
                ->withInput()
                ->withErrors(['who' => $wrong->getMessage()]);
        }

        return back()->with('done', 'Kept.');
    }

    public function act(Request $request, Store $store, int $reviewer): RedirectResponse
    {
        $request->validate(['do' => ['required', 'in:up,remove,link,end']]);
        try {
            match ($request->input('do')) {
                'up' => Reviewers::up($store, $reviewer),
                'remove' => Reviewers::remove($store, $reviewer),
                'end' => Reviewers::endLink($store, $reviewer),
                default => session()->flash('link', route('review', Reviewers::link($store, $reviewer))),
            };
        } catch (InvalidArgumentException) {
            abort(404);
        }

        return back();
    }
}

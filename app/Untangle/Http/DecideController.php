<?php

declare(strict_types=1);

namespace App\Untangle\Http;

use App\Changes\AddressChanges;
use App\Changes\AddressDrifts;
use App\Changes\AddressField;
use App\Changes\Origin;
use App\Inventory\Selections;
use App\Platform\Database\Bulk;
use App\Stores\Http\ShownUrl;
use App\Stores\Models\Store;
use App\Untangle\Deciding\CauseSort;
use App\Untangle\Deciding\Decisions;
use App\Untangle\Deciding\Means;
use App\Untangle\Deciding\Plan;
use App\Untangle\Finding\Finds;
use App\Untangle\Lists\CauseWords;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Duplicates\ParameterEffect;

/** What people decide about causes, tangles and parameters, and taking it up for a release. */
final class DecideController
{
    public function find(Request $request, Store $store, Finds $finds): RedirectResponse
    {
        $finds->begin($store->id, (int) $request->user()?->getAuthIdentifier());

        return redirect()->route('untangle', $store);
    }

    public function cause(Request $request, Store $store, int $cause): RedirectResponse
    {
        $request->validate(['choice' => ['nullable', 'string', 'max:12']]);
        try {
            Decisions::ofCause(
                $store,
                $cause,
                $request->string('choice')->value() ?: null,
                (int) $request->user()?->getAuthIdentifier(),
            );
        } catch (InvalidArgumentException $wrong) {
            return back()->withErrors(['choice' => $wrong->getMessage()]);
        }

        return redirect()
            ->route('untangle.cause', [$store, $cause])
            ->with(
                'done',
                $request->filled('choice')
                    ? 'Decided for all URLs of the cause, now and later.'
                    : 'The store’s rule holds again.',
            );
    }

    /** Keepers in bulk: the addresses of this cause stay instead. */
    public function keepInstead(Request $request, Store $store, int $cause, Finds $finds): RedirectResponse
    {
        $changed = Decisions::keepInstead($store, $cause, (int) $request->user()?->getAuthIdentifier());
        $finds->begin($store->id, (int) $request->user()?->getAuthIdentifier());

        return redirect()
            ->route('untangle', $store)
            ->with(
                'done',
                number_format($changed).
                    ' tangles have another keeper now, and keep it. The search goes over all addresses again with it.',
            );
    }

    /** Ticked addresses of a cause: made ready, left as they are, or treated like the rest again. */
    public function pages(Request $request, Store $store, int $cause): RedirectResponse
    {
        $given = $request->validate(
            [
                'do' => ['required', 'in:ready,leave,rule'],
                'pages' => ['required', 'array', 'max:1000'],
                'pages.*' => ['integer', 'min:1'],
            ],
            ['pages.required' => 'No URL is ticked.'],
        );
        $pages = Bulk::ids(
            DB::table('untangle_pages')
                ->where('store_id', $store->id)
                ->where('cause_id', $cause)
                ->whereIn('page_id', array_map(intval(...), $given['pages']))
                ->get(['page_id'])
                ->all(),
            'page_id',
        );
        if ($given['do'] === 'ready') {
            return $this->put($request, $store, $pages, back());
        }
        Decisions::actions(
            $store,
            $cause,
            $pages,
            $given['do'] === 'leave' ? Means::Leave : null,
            (int) $request->user()?->getAuthIdentifier(),
        );

        return back()->with(
            'done',
            number_format(count($pages)).
                ($given['do'] === 'leave'
                    ? ' URLs are left as they are, now and later.'
                    : ' URLs are treated like the rest of the cause.'),
        );
    }

    /** One choice for the same fault in all folders. */
    public function family(Request $request, Store $store, int $cause): RedirectResponse
    {
        $request->validate(['choice' => ['required', 'string', 'max:12']]);
        $row = DB::table('untangle_causes')->where('store_id', $store->id)->where('id', $cause)->first() ?? abort(404);
        $family = UntangleController::familyOf($store, $row);
        try {
            foreach ($family as $one) {
                Decisions::ofCause(
                    $store,
                    (int) $one->id,
                    $request->string('choice')->value(),
                    (int) $request->user()?->getAuthIdentifier(),
                );
            }
        } catch (InvalidArgumentException $wrong) {
            return back()->withErrors(['choice' => $wrong->getMessage()]);
        }

        return redirect()
            ->route('untangle.family', [$store, $cause])
            ->with(
                'done',
                'Decided for '.number_format(count($family)).' folders, and for what later crawls find there.',
            );
    }

    public function carryFamily(Request $request, Store $store, int $cause): RedirectResponse
    {
        $row = DB::table('untangle_causes')->where('store_id', $store->id)->where('id', $cause)->first() ?? abort(404);
        $causes = array_map(static fn (object $one): int => (int) $one->id, UntangleController::familyOf($store, $row));
        $pages = Bulk::ids(
            DB::table('untangle_pages')
                ->where('store_id', $store->id)
                ->whereIn('cause_id', $causes)
                ->where('is_safe', 1)
                ->whereIn('action', Means::changes())
                ->orderByDesc('clicks')
                ->orderBy('page_id')
                ->limit(Plan::MOST)
                ->get(['page_id'])
                ->all(),
            'page_id',
        );

        return $this->put($request, $store, $pages, redirect()->route('untangle.family', [$store, $cause]));
    }

    public function carry(Request $request, Store $store, int $cause): RedirectResponse
    {
        $pages = UntangleController::toDo($store, $cause);
        if ($request->input('which') === 'safe') {
            $safe = array_flip(
                array_map(
                    intval(...),
                    DB::table('untangle_pages')
                        ->where('store_id', $store->id)
                        ->where('cause_id', $cause)
                        ->where('is_safe', 1)
                        ->pluck('page_id')
                        ->all(),
                ),
            );
            $pages = array_values(array_filter($pages, static fn (int $page): bool => isset($safe[$page])));
        }

        return $this->put($request, $store, $pages, redirect()->route('untangle.cause', [$store, $cause]));
    }

    /** All that is safe now, of all causes. */
    public function carrySafe(Request $request, Store $store): RedirectResponse
    {
        $pages = array_values(
            array_map(
                intval(...),
                DB::table('untangle_pages as u')
                    ->join('untangle_causes as c', 'c.id', '=', 'u.cause_id')
                    ->where('u.store_id', $store->id)
                    ->where('c.is_safe', 1)
                    ->where('u.is_safe', 1)
                    ->whereIn('u.action', Means::changes())
                    ->orderByDesc('u.clicks')
                    ->orderBy('u.page_id')
                    ->limit(Plan::MOST)
                    ->pluck('u.page_id')
                    ->all(),
            ),
        );

        return $this->put($request, $store, $pages, redirect()->route('untangle', $store));
    }

    public function carryTangle(Request $request, Store $store, int $tangle): RedirectResponse
    {
        $pages = array_values(
            array_map(
                intval(...),
                DB::table('untangle_pages')
                    ->where('store_id', $store->id)
                    ->where('tangle_id', $tangle)
                    ->pluck('page_id')
                    ->all(),
            ),
        );

        return $this->put($request, $store, $pages, redirect()->route('untangle.tangle', [$store, $tangle]));
    }

    /** One address: keeper or not, apart or not, what is done about it. */
    public function page(Request $request, Store $store, int $page): RedirectResponse
    {
        $request->validate([
            'do' => ['required', 'in:keeper,no-keeper,apart,together,action'],
            'action' => ['nullable', 'string', 'max:10'],
            'sure' => ['nullable', 'in:1'],
        ]);
        $user = (int) $request->user()?->getAuthIdentifier();
        $tangle = DB::table('untangle_pages')
            ->where('store_id', $store->id)
            ->where('page_id', $page)
            ->value('tangle_id');
        abort_if($tangle === null, 404);
        $do = $request->string('do')->value();
        if (
            $do === 'keeper' &&
            ! $request->boolean('sure') &&
            ($question = $this->question($store, $page, (int) $tangle)) !== null
        ) {
            return back()->with('question', [
                'words' => $question,
                'to' => route('untangle.page', [$store, $page]),
                'fields' => ['do' => 'keeper', 'sure' => '1'],
                'yes' => 'Keep it all the same',
            ]);
        }
        match ($do) {
            'keeper', 'no-keeper' => Decisions::keeper($store, $page, $do === 'keeper', $user),
            'apart', 'together' => Decisions::apart($store, $page, $do === 'apart', $user),
            default => Decisions::action($store, $page, Means::tryFrom($request->string('action')->value()), $user),
        };
        $done = match ($do) {
            'keeper' => 'It is the keeper now.',
            'no-keeper' => 'The evidence decides again, from the next search on.',
            'apart' => 'It is treated as a page of its own from the next search on.',
            'together' => 'It is compared again with the next search.',
            default => 'Decided for this address.',
        };

        return (int) $tangle === 0
            ? back()->with('done', $done)
            : redirect()
                ->route('untangle.tangle', [$store, $tangle])
                ->with('done', $done);
    }

    /** Clicks of the keeper from which on choosing one with far fewer is questioned. */
    private const MANY = 10;

    private function question(Store $store, int $page, int $tangle): ?string
    {
        $clicks = DB::table('untangle_pages as u')
            ->join('pages as p', 'p.id', '=', 'u.page_id')
            ->where('u.store_id', $store->id)
            ->where('u.tangle_id', $tangle)
            ->where('u.tangle_id', '>', 0)
            ->orderByDesc('u.clicks')
            ->get(['u.page_id', 'u.clicks', 'p.url']);
        $best = $clicks->first();
        $own = (int) ($clicks->firstWhere('page_id', $page)->clicks ?? 0);

        return $best === null ||
            (int) $best->page_id === $page ||
            (int) $best->clicks < self::MANY ||
            2 * $own >= (int) $best->clicks
            ? null
            : 'This URL has '.
                    number_format($own).
                    ' clicks in 13 weeks, '.
                    ShownUrl::of($store, (string) $best->url).
                    ' has '.
                    number_format((int) $best->clicks).
                    '. As keeper it takes their place in search results, and clicks can be lost until it ranks as well.';
    }

    /** What is to get a text of its own goes to the writing desk, as a list under a name. */
    public function rewrite(Request $request, Store $store): RedirectResponse
    {
        $request->validate(['cause' => ['required', 'integer']]);
        $cause =
            DB::table('untangle_causes')
                ->where('store_id', $store->id)
                ->where('id', (int) $request->input('cause'))
                ->first() ?? abort(404);
        $pages = DB::table('untangle_pages')
            ->where('store_id', $store->id)
            ->where('cause_id', $cause->id)
            ->where('action', Means::Rewrite->value)
            ->orderByDesc('clicks')
            ->limit(2000)
            ->pluck('page_id')
            ->map(static fn (mixed $id): int => (int) $id)
            ->all();
        if ($pages === []) {
            return back()->withErrors(['cause' => 'Nothing of this is to be rewritten.']);
        }
        $selection = Selections::keep(
            $store,
            mb_substr('To rewrite: '.CauseWords::of($cause), 0, 120),
            (int) $request->user()?->getAuthIdentifier(),
            [array_values($pages)],
        );

        return redirect()->route('write', [$store, 'selection' => $selection]);
    }

    /** Takes back what was put down and is not on its way yet. */
    public function drop(Request $request, Store $store, AddressChanges $changes): RedirectResponse
    {
        return back()->with(
            'done',
            number_format($changes->drop($store, null, (int) $request->user()?->getAuthIdentifier())).
                ' changes were withdrawn.',
        );
    }

    /** What was released and shows no more: put it back, or take what shows as meant. */
    public function drifts(Request $request, Store $store, AddressChanges $changes): RedirectResponse
    {
        $request->validate(['do' => ['required', 'in:back,accept']]);
        $drifts = AddressDrifts::list($store, 20_000);
        if ($request->input('do') === 'accept') {
            AddressDrifts::accept($drifts);

            return back()->with('done', 'Accepted.');
        }
        $put = $changes->put(
            $store,
            array_map(
                static fn (object $drift): array => [
                    'page' => (int) $drift->page_id,
                    'field' => AddressField::from((int) $drift->field),
                    'value' => (string) $drift->value,
                    'why' => 'shows something else since it was released',
                    'base' => '',
                ],
                $drifts,
            ),
            Origin::Hand,
            (int) $request->user()?->getAuthIdentifier(),
            again: true,
        );

        return redirect()
            ->route('release', $store)
            ->with('done', number_format($put).' are ready to be sent again.');
    }

    public function parameter(Request $request, Store $store): RedirectResponse
    {
        $request->validate([
            'scope' => ['required', 'string', 'max:120'],
            'name' => ['required', 'string', 'max:120'],
            'effect' => ['nullable', 'string', 'max:10'],
        ]);
        $effect = ParameterEffect::tryFrom($request->string('effect')->value());
        Decisions::parameter(
            $store,
            $request->string('scope')->value(),
            $request->string('name')->value(),
            $effect,
            (int) $request->user()?->getAuthIdentifier(),
        );
        app(Finds::class)->begin($store->id, (int) $request->user()?->getAuthIdentifier());

        return redirect()
            ->route('untangle.parameters', $store)
            ->with('done', 'Saved. The search for duplicates runs again with it.');
    }

    public function rule(Request $request, Store $store): RedirectResponse
    {
        $request->validate(['sort' => ['required', 'string', 'max:12'], 'choice' => ['required', 'string', 'max:12']]);
        $sort = CauseSort::tryFrom($request->string('sort')->value()) ?? abort(404);
        try {
            Decisions::rule(
                $store,
                $sort,
                $request->string('choice')->value(),
                (int) $request->user()?->getAuthIdentifier(),
            );
        } catch (InvalidArgumentException $wrong) {
            return back()->withErrors(['choice' => $wrong->getMessage()]);
        }

        return redirect()->route('untangle.rules', $store)->with('done', 'The rule is set.');
    }

    /** @param  list<int>  $pages */
    private function put(Request $request, Store $store, array $pages, RedirectResponse $back): RedirectResponse
    {
        $plan = Plan::of($store, $pages);
        $put = $plan->put($store, (int) $request->user()?->getAuthIdentifier());
        $held = count($plan->heldBack);

        return $put === 0 && $held === 0
            ? $back->withErrors(['plan' => 'Nothing of this is left to make ready.'])
            : $back->with(
                'done',
                number_format($put).
                    ' changes are ready for release'.
                    ($held === 0
                        ? '.'
                        : '; '.
                            number_format($held).
                            ' were held back: '.
                            implode(', ', array_slice(array_unique($plan->heldBack), 0, 3)).
                            '.'),
            );
    }
}

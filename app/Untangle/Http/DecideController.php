<?php

declare(strict_types=1);

namespace App\Untangle\Http;

use App\Platform\Web\Caller;
use App\Stores\Models\Store;
use App\Untangle\Deciding\CauseSort;
use App\Untangle\Deciding\Decisions;
use App\Untangle\Deciding\Means;
use App\Untangle\Finding\Finds;
use App\Untangle\Lists\CausePages;
use App\Untangle\Lists\Causes;
use App\Untangle\Lists\KeeperQuestion;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use InvalidArgumentException;
use Orchard\Core\Duplicates\ParameterEffect;

/** What people decide about causes, tangles and parameters, and taking it up for a release. */
final class DecideController
{
    public function find(Request $request, Store $store, Finds $finds): RedirectResponse
    {
        $finds->begin($store->id, Caller::id($request));

        return redirect()->route('untangle', $store);
    }

    public function cause(Request $request, Store $store, int $cause): RedirectResponse
    {
        $request->validate(['choice' => ['nullable', 'string', 'max:12']]);
        try {
            Decisions::ofCause($store, $cause, $request->string('choice')->value() ?: null, Caller::id($request));
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
        $changed = Decisions::keepInstead($store, $cause, Caller::id($request));
        $finds->begin($store->id, Caller::id($request));

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
        $pages = CausePages::among($store, $cause, array_map(intval(...), $given['pages']));
        if ($given['do'] === 'ready') {
            return MadeReady::answer($request, $store, $pages, back());
        }
        Decisions::actions(
            $store,
            $cause,
            $pages,
            $given['do'] === 'leave' ? Means::Leave : null,
            Caller::id($request),
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
        $row = Causes::find($store, $cause) ?? abort(404);
        $family = Causes::familyOf($store, $row);
        try {
            foreach ($family as $one) {
                Decisions::ofCause($store, $one->id, $request->string('choice')->value(), Caller::id($request));
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

    /** One address: keeper or not, apart or not, what is done about it. */
    public function page(Request $request, Store $store, int $page): RedirectResponse
    {
        $request->validate([
            'do' => ['required', 'in:keeper,no-keeper,apart,together,action'],
            'action' => ['nullable', 'string', 'max:10'],
            'sure' => ['nullable', 'in:1'],
        ]);
        $user = Caller::id($request);
        $tangle = CausePages::tangleOf($store, $page) ?? abort(404);
        $do = $request->string('do')->value();
        if (
            $do === 'keeper' &&
            ! $request->boolean('sure') &&
            ($question = KeeperQuestion::of($store, $page, $tangle)) !== null
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

        return $tangle === 0
            ? back()->with('done', $done)
            : redirect()
                ->route('untangle.tangle', [$store, $tangle])
                ->with('done', $done);
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
            Caller::id($request),
        );
        app(Finds::class)->begin($store->id, Caller::id($request));

        return redirect()
            ->route('untangle.parameters', $store)
            ->with('done', 'Saved. The search for duplicates runs again with it.');
    }

    public function rule(Request $request, Store $store): RedirectResponse
    {
        $request->validate(['sort' => ['required', 'string', 'max:12'], 'choice' => ['required', 'string', 'max:12']]);
        $sort = CauseSort::tryFrom($request->string('sort')->value()) ?? abort(404);
        try {
            Decisions::rule($store, $sort, $request->string('choice')->value(), Caller::id($request));
        } catch (InvalidArgumentException $wrong) {
            return back()->withErrors(['choice' => $wrong->getMessage()]);
        }

        return redirect()->route('untangle.rules', $store)->with('done', 'The rule is set.');
    }
}

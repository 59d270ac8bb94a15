<?php

declare(strict_types=1);

namespace App\Match\Http;

use App\Match\Pairing\Giving;
use App\Match\Rivalries\RivalryBook;
use App\Match\Rivalries\RivalryChoice;
use App\Match\Rivalries\Verdict;
use App\Match\Terms\TermList;
use App\Platform\Typed;
use App\Platform\Web\Caller;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;

/** Two pages for one term: somebody says which it shall be. */
final class RivalController
{
    /** What is to become of two pages that take turns. */
    public function __invoke(Request $request, Store $store, int $term): RedirectResponse
    {
        $request->validate([
            'page' => ['required', 'integer', 'min:1'],
            'rival' => ['required', 'integer', 'min:1', 'different:page'],
            'verdict' => ['required', Rule::in([...array_column(Verdict::cases(), 'value'), 'reopen'])],
            'main' => ['nullable', 'required_unless:verdict,leave,reopen', 'integer'],
            'reason' => ['nullable', 'string', 'max:500'],
            'review_on' => ['nullable', 'date', 'after:today'],
        ]);
        $row = TermList::these($store, [$term])[0] ?? null;
        [$page, $rival] = [Typed::int($request->input('page')), Typed::int($request->input('rival'))];
        abort_if($row === null || ! RivalryBook::areRivals($term, $page, $rival), 404);
        $userId = Caller::id($request);
        if ($request->string('verdict')->toString() === 'reopen') {
            RivalryBook::reopen($store, $row, $page, $rival, $userId);

            return back()->with('done', "The question of “{$row->term}” is open again.");
        }
        $verdict = Verdict::from($request->string('verdict')->toString());
        $main = $verdict === Verdict::Leave ? null : Typed::int($request->input('main'));
        abort_if($main !== null && ! in_array($main, [$page, $rival], true), 422);
        if ($main !== null && $verdict->movesPage() && ! RivalryBook::canBeLedTo($store, $main)) {
            return back()->withErrors([
                'main' => 'Nothing can be led to that page: it does not answer, is kept out of search, or is to lead '.
                    'elsewhere itself.',
            ]);
        }
        $review = $request->input('review_on');
        $choice = new RivalryChoice(
            $page,
            $rival,
            $verdict,
            $main,
            (string) $request->string('reason'),
            is_string($review) && $review !== '' ? $review : null,
        );
        RivalryBook::decide($store, $row, $choice, $userId);
        $words = $main === null ? "Both pages stay for “{$row->term}”." : Giving::of($store, $row, $main, $userId);

        return back()->with(
            'done',
            match ($verdict) {
                Verdict::Merge => "$words The redirect stands in Untangle’s book.",
                Verdict::Fold => "$words The canonical is ready for the next release.",
                default => $words,
            },
        );
    }
}

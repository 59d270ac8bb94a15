<?php

declare(strict_types=1);

namespace App\Match\Http;

use App\Inventory\PageAddress;
use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\TermOrigin;
use App\Match\Pairing\Giving;
use App\Match\Screens\TermScreen;
use App\Match\Terms\Asks;
use App\Match\Terms\MarketTerm;
use App\Match\Terms\Pages;
use App\Match\Terms\PickedTerms;
use App\Match\Terms\Sayings;
use App\Match\Terms\TermFilter;
use App\Match\Terms\TermList;
use App\Match\Terms\TermStep;
use App\Match\Terms\TermSteps;
use App\Match\Tracking\TrackWork;
use App\Platform\Typed;
use App\Platform\Web\Caller;
use App\Platform\Web\Forms;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use Illuminate\View\View;
use Orchard\Core\Terms\AskedFor;

/** One term: what it asks for, the pages that could go for it, and what people decide. */
final class TermController
{
    /** Terms that are changed at once. */
    private const MOST = 500;

    public function show(Request $request, Store $store, int $term): View
    {
        return view(
            $request->hasHeader('HX-Request') ? 'match.term' : 'match.term-page',
            TermScreen::of($store, $term) ?? abort(404),
        );
    }

    /** Does something with the ticked terms. */
    public function act(Request $request, Store $store): RedirectResponse
    {
        $request->validate([
            'terms' => ['required', 'array', 'max:'.self::MOST],
            'terms.*' => ['integer', 'min:1'],
            'do' => [
                'required',
                Rule::in(['lock', 'unlock', 'give', 'leave-out', 'take-in', 'track', 'untrack', 'say']),
            ],
            'page' => ['exclude_unless:do,give', 'required_without:url', 'integer', 'min:1'],
            'url' => ['nullable', 'string', 'max:2048'],
            'asked' => ['nullable', Rule::enum(AskedFor::class)],
            'group' => ['nullable', 'string', 'max:190'],
            'note' => ['nullable', 'string', 'max:500'],
            'tags' => ['nullable', 'string', 'max:190'],
        ]);
        $ids = array_values(Typed::ints((array) $request->input('terms')));
        $terms = TermList::these($store, $ids);
        abort_if($terms === [], 404);
        $userId = Caller::id($request);
        $do = (string) $request->string('do');
        $picked = new PickedTerms($terms);

        return match ($do) {
            'lock', 'unlock' => $this->lock($store, $picked, $do === 'lock', $userId),
            'give' => $this->giveTo($request, $store, $terms[0], $userId),
            'say' => $this->say($request, $store, $picked, $userId),
            default => $this->mark($store, $picked, $do, $userId),
        };
    }

    public function add(Request $request, Store $store): RedirectResponse
    {
        $request->validate(['term' => ['required', 'string', 'max:190'], 'market' => ['nullable', 'integer']]);
        $filter = TermFilter::from($request, $store);
        $market = Markets::of($store)->all();
        $asked = Typed::int($request->input('market'));
        $id = in_array($asked, array_map(static fn ($one): int => $one->id, $market), true) ? $asked : $filter->market;
        $isNew = Sayings::add($store, $id, (string) $request->string('term'), Caller::id($request));

        return back()->with(
            'done',
            $isNew
                ? '“'.$request->string('term').'” is among the terms; the next matching judges it.'
                : '“'.$request->string('term').'” was among the terms already, or is a form of one.',
        );
    }

    public function undo(Request $request, Store $store): RedirectResponse
    {
        return $this->turn($request, $store, true);
    }

    public function redo(Request $request, Store $store): RedirectResponse
    {
        return $this->turn($request, $store, false);
    }

    private function lock(Store $store, PickedTerms $terms, bool $isLock, int $userId): RedirectResponse
    {
        [$pages, $many] = [$terms->ledPages(), $terms->words()];
        TermSteps::take(
            $store,
            $userId,
            new TermStep(($isLock ? 'locking ' : 'unlocking ').$many, $pages, $terms->keys()),
            static function () use ($store, $pages, $isLock, $userId): void {
                PageTerms::claim($store, $pages, $isLock ? TermOrigin::Hand : TermOrigin::Proposed, $userId);
            },
        );
        $none = count($terms->all) - count($pages);

        return back()->with(
            'done',
            ucfirst($many).
                ($isLock
                    ? ': locked to its page, whatever is proposed later.'
                    : ': free again; the next matching may give the page another term.').
                ($none > 0 && $isLock ? ' '.Forms::number($none).' of them lead no page.' : ''),
        );
    }

    /** To a page by its number, or by an address as people paste it. */
    private function giveTo(Request $request, Store $store, MarketTerm $term, int $userId): RedirectResponse
    {
        $url = trim((string) $request->string('url'));
        if ($url === '') {
            return back()->with('done', Giving::of($store, $term, Typed::int($request->input('page')), $userId));
        }
        $page = PageAddress::pages($store, [$url])[0][$url] ?? null;

        return $page === null
            ? back()->withErrors(['url' => "$url is no page of this store."])
            : back()->with('done', Giving::of($store, $term, $page, $userId));
    }

    private function mark(Store $store, PickedTerms $terms, string $do, int $userId): RedirectResponse
    {
        $many = $terms->words();
        [$column, $value, $words] = match ($do) {
            'leave-out' => ['excluded', 1, 'left out; no page goes for it'],
            'take-in' => ['excluded', 0, 'among the terms again'],
            'track' => ['tracked', 1, 'tracked'],
            default => ['tracked', 0, 'tracked no longer'],
        };
        // What is left out leads no page, unless somebody said so.
        $free = $do === 'leave-out' ? $terms->freePages() : [];
        TermSteps::take($store, $userId, new TermStep("$many $words", $free, $terms->keys()), static function () use (
            $store,
            $terms,
            $column,
            $value,
            $free,
            $userId,
        ): void {
            Sayings::say($store, $terms->keys(), [$column => $value], $userId);
            $free === [] || PageTerms::lead($store, array_fill_keys($free, ''), TermOrigin::Hand, $userId);
        });

        $column === 'tracked' && TrackWork::begin($store, $userId);

        return back()->with('done', ucfirst($many).": $words.");
    }

    private function say(Request $request, Store $store, PickedTerms $terms, int $userId): RedirectResponse
    {
        $many = $terms->words();
        $what = [];
        $asked = AskedFor::tryFrom((string) $request->string('asked'));
        $asked === null || ($what['asked'] = Asks::number($asked));
        $request->filled('group') && ($what['head'] = mb_substr((string) $request->string('group'), 0, 190));
        $request->has('note') && ($what['note'] = mb_substr((string) $request->string('note'), 0, 500));
        // In bulk an empty field says nothing; on a term's own panel it takes the tags away.
        ($request->has('note') || $request->filled('tags')) &&
            ($what['tags'] = Sayings::tags((string) $request->string('tags')));
        $what === [] ||
            TermSteps::take(
                $store,
                $userId,
                new TermStep($many, [], $terms->keys()),
                static fn () => Sayings::say($store, $terms->keys(), $what, $userId),
            );

        return back()->with('done', $what === [] ? 'Nothing was said.' : ucfirst($many).': kept.');
    }

    private function turn(Request $request, Store $store, bool $isUndo): RedirectResponse
    {
        $told = TermSteps::turn($store, Caller::id($request), $isUndo);
        $told === null || $told['pages'] === [] || Giving::solveFor($store, $told['pages']);
        $left =
            $told === null || $told['left'] === 0
                ? ''
                : ' '.
                    Forms::number($told['left']).
                    ($told['left'] === 1
                        ? ' of it stays: somebody has changed it since.'
                        : ' of them stay: somebody has changed them since.');

        return back()->with(
            'done',
            match (true) {
                $told === null => $isUndo ? 'There is nothing to take back.' : 'There is nothing to do again.',
                $isUndo => "Taken back: {$told['label']}.$left",
                default => "Done again: {$told['label']}.$left",
            },
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Match\Http;

use App\Inventory\PageAddress;
use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\TermOrigin;
use App\Match\Pairing\Solving;
use App\Match\Pairing\SuggestWork;
use App\Match\Rivalries\RivalryBook;
use App\Match\Rivalries\Verdict;
use App\Match\Terms\Pages;
use App\Match\Terms\Sayings;
use App\Match\Terms\TermFilter;
use App\Match\Terms\TermList;
use App\Match\Terms\TermSteps;
use App\Platform\Web\Forms;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
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
        $row = TermList::these($store, [$term])[0] ?? null;
        abort_if($row === null, 404);
        $pairs = DB::select(
            'SELECT * FROM match_pairs WHERE term_id = ? AND store_id = ? ORDER BY worth DESC, page_id',
            [$term, $store->id],
        );
        $rivals = RivalryBook::of($store, $term);
        $ids = array_map(static fn (object $pair): int => (int) $pair->page_id, $pairs);
        foreach ($rivals as $rival) {
            array_push($ids, (int) $rival->page_id, (int) $rival->rival_id);
        }
        foreach ([$row->lead_page, $row->support_page] as $page) {
            $page === null || ($ids[] = (int) $page);
        }
        $state = DB::table('match_states')->where('market_id', $row->market_id)->first();

        return view($request->hasHeader('HX-Request') ? 'match.term' : 'match.term-page', [
            'store' => $store,
            'term' => $row,
            'said' => DB::table('match_said')
                ->where('store_id', $store->id)
                ->where('market_id', $row->market_id)
                ->where('digest', $row->digest)
                ->first(),
            'pairs' => $pairs,
            'rivals' => $rivals,
            'pages' => Pages::of($store, array_values(array_unique($ids))),
            'forms' => DB::select(
                'SELECT text, volume, impressions, clicks FROM match_forms WHERE store_id = ? AND run = ? AND market_id
                    = ? AND term_digest = ? ORDER BY COALESCE(volume, 0) DESC, impressions DESC, text LIMIT 12',
                [$store->id, $state->run ?? 0, $row->market_id, $row->digest],
            ),
            'head' => DB::table('match_terms')->where('id', $row->head_id)->value('term'),
            'market' => Markets::of($store)->find((int) $row->market_id),
            'state' => $state,
        ]);
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
        $ids = array_values(array_map(intval(...), (array) $request->input('terms')));
        $terms = TermList::these($store, $ids);
        abort_if($terms === [], 404);
        $userId = (int) $request->user()?->getAuthIdentifier();
        $do = (string) $request->string('do');
        $many = count($terms) === 1 ? "“{$terms[0]->term}”" : Forms::number(count($terms)).' terms';
        $led = array_values(
            array_unique(
                array_map(
                    static fn (object $term): int => (int) $term->lead_page,
                    array_filter($terms, static fn (object $term): bool => $term->lead_page !== null),
                ),
            ),
        );

        return match ($do) {
            'lock', 'unlock' => $this->lock($store, $terms, $led, $do === 'lock', $userId, $many),
            'give' => $this->giveTo($request, $store, $terms[0], $userId),
            'say' => $this->say($request, $store, $terms, $userId, $many),
            default => $this->mark($store, $terms, $do, $userId, $many),
        };
    }

    public function add(Request $request, Store $store): RedirectResponse
    {
        $request->validate(['term' => ['required', 'string', 'max:190'], 'market' => ['nullable', 'integer']]);
        $filter = TermFilter::from($request, $store);
        $market = Markets::of($store)->all();
        $asked = (int) $request->input('market');
        $id = in_array($asked, array_map(static fn ($one): int => $one->id, $market), true) ? $asked : $filter->market;
        $isNew = Sayings::add(
            $store,
            $id,
            (string) $request->string('term'),
            (int) $request->user()?->getAuthIdentifier(),
        );

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

    /** What is to become of two pages that take turns. */
    public function decide(Request $request, Store $store, int $term): RedirectResponse
    {
        $request->validate([
            'page' => ['required', 'integer', 'min:1'],
            'rival' => ['required', 'integer', 'min:1', 'different:page'],
            'verdict' => ['required', Rule::in([...array_column(Verdict::cases(), 'value'), 'reopen'])],
            'main' => ['nullable', 'required_if:verdict,main', 'integer'],
            'reason' => ['nullable', 'string', 'max:500'],
            'review_on' => ['nullable', 'date', 'after:today'],
        ]);
        $row = TermList::these($store, [$term])[0] ?? null;
        [$page, $rival] = [(int) $request->input('page'), (int) $request->input('rival')];
        $pair =
            $row === null
                ? null
                : DB::table('match_rivalries')
                    ->where('term_id', $term)
                    ->where('page_id', $page)
                    ->where('rival_id', $rival)
                    ->first();
        abort_if($row === null || $pair === null, 404);
        $userId = (int) $request->user()?->getAuthIdentifier();
        if ($request->string('verdict')->toString() === 'reopen') {
            RivalryBook::reopen($store, $row, $page, $rival);

            return back()->with('done', "The question of “{$row->term}” is open again.");
        }
        $verdict = Verdict::from($request->string('verdict')->toString());
        $main = $verdict === Verdict::Main ? (int) $request->input('main') : null;
        abort_if($main !== null && ! in_array($main, [$page, $rival], true), 422);
        $review = $request->input('review_on');
        RivalryBook::decide(
            $store,
            $row,
            $page,
            $rival,
            $verdict,
            $main,
            (string) $request->string('reason'),
            is_string($review) && $review !== '' ? $review : null,
            $userId,
        );
        if ($main !== null) {
            return $this->give($store, $row, $main, $userId);
        }

        return back()->with('done', "“{$row->term}”: ".mb_strtolower($verdict->label()).'.');
    }

    /** Plans a page for a term that none serves, or leaves it without one. */
    public function plan(Request $request, Store $store, int $term): RedirectResponse
    {
        $request->validate([
            'plan' => ['required', Rule::in(['planned', 'left', 'open'])],
            'name' => ['nullable', 'string', 'max:190'],
            'reason' => ['nullable', 'string', 'max:500'],
            'review_on' => ['nullable', 'date', 'after:today'],
        ]);
        $row = TermList::these($store, [$term])[0] ?? null;
        abort_if($row === null, 404);
        $plan = $request->string('plan')->toString();
        $review = $request->input('review_on');
        $userId = (int) $request->user()?->getAuthIdentifier();
        $what = [
            'plan' => $plan === 'open' ? '' : $plan,
            'plan_name' => trim((string) $request->string('name')),
            'reason' => trim((string) $request->string('reason')),
            'review_on' => is_string($review) && $review !== '' ? $review : null,
        ];
        TermSteps::take(
            $store,
            $userId,
            "a page for “{$row->term}”",
            [],
            [$row],
            static fn () => Sayings::say($store, [$row], $what, $userId),
        );

        return back()->with(
            'done',
            match ($plan) {
                'planned' => "A page for “{$row->term}” is planned, until an address goes for the term.",
                'left' => "“{$row->term}” is left without a page.",
                default => "“{$row->term}” is open again.",
            },
        );
    }

    /**
     * @param  list<object>  $terms
     * @param  list<int>  $pages
     */
    private function lock(
        Store $store,
        array $terms,
        array $pages,
        bool $isLock,
        int $userId,
        string $many,
    ): RedirectResponse {
        TermSteps::take(
            $store,
            $userId,
            ($isLock ? 'locking ' : 'unlocking ').$many,
            $pages,
            $terms,
            static function () use ($store, $pages, $isLock, $userId): void {
                PageTerms::claim($store, $pages, $isLock ? TermOrigin::Hand : TermOrigin::Proposed, $userId);
            },
        );
        $none = count($terms) - count($pages);

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
    private function giveTo(Request $request, Store $store, object $term, int $userId): RedirectResponse
    {
        $url = trim((string) $request->string('url'));
        if ($url === '') {
            return $this->give($store, $term, (int) $request->input('page'), $userId);
        }
        $page = PageAddress::pages($store, [$url])[0][$url] ?? null;

        return $page === null
            ? back()->withErrors(['url' => "$url is no page of this store."])
            : $this->give($store, $term, $page, $userId);
    }

    private function give(Store $store, object $term, int $page, int $userId): RedirectResponse
    {
        $isOne = DB::table('page_index')
            ->where('store_id', $store->id)
            ->where('page_id', $page)
            ->where('market_id', $term->market_id)
            ->exists();
        abort_if(! $isOne, 404);
        $leads =
            $term->lead_page !== null && (int) $term->lead_page !== $page
                ? [(int) $term->lead_page => '', $page => (string) $term->term]
                : [$page => (string) $term->term];
        $market = Markets::of($store)->find((int) $term->market_id);
        $isProposed = $this->hasProposals($store);
        $touched = array_keys($leads);
        $moved = [];
        TermSteps::take($store, $userId, "“{$term->term}”", $touched, [$term], static function () use (
            $store,
            $leads,
            $userId,
        ): void {
            foreach ($leads as $one => $lead) {
                PageTerms::lead($store, [$one => $lead], TermOrigin::Hand, $userId);
            }
        });
        if ($isProposed) {
            $told = (new Solving($store, $market))->solve(withSupports: false);
            SuggestWork::keep($market, $told);
            $moved = array_diff_key($told['moved'], array_flip([$page]));
        }
        $name = Pages::of($store, [$page])[$page]['name'] ?? '';
        $words = "“{$term->term}” leads {$name} now, and is locked.";
        if ($moved !== []) {
            $names = Pages::of($store, array_slice(array_keys($moved), 0, 3));
            $list = [];
            foreach ($names as $id => $one) {
                $list[] = $one['name'].($moved[$id][1] === '' ? ' has none' : " goes for “{$moved[$id][1]}”");
            }
            $words .=
                ' '.
                (count($moved) === 1
                    ? 'One other page moved: '
                    : Forms::number(count($moved)).' other pages moved: ').
                implode('; ', $list).
                (count($moved) > 3 ? ' and more.' : '.');
        }

        return back()->with('done', $words);
    }

    /** @param  list<object>  $terms */
    private function mark(Store $store, array $terms, string $do, int $userId, string $many): RedirectResponse
    {
        [$column, $value, $words] = match ($do) {
            'leave-out' => ['excluded', 1, 'left out; no page goes for it'],
            'take-in' => ['excluded', 0, 'among the terms again'],
            'track' => ['tracked', 1, 'tracked'],
            default => ['tracked', 0, 'tracked no longer'],
        };
        // What is left out leads no page, unless somebody said so.
        $free =
            $do === 'leave-out'
                ? array_values(
                    array_map(
                        static fn (object $term): int => (int) $term->lead_page,
                        array_filter(
                            $terms,
                            static fn (object $term): bool => $term->lead_page !== null && (int) $term->locked === 0,
                        ),
                    ),
                )
                : [];
        TermSteps::take($store, $userId, "$many $words", $free, $terms, static function () use (
            $store,
            $terms,
            $column,
            $value,
            $free,
            $userId,
        ): void {
            Sayings::say($store, $terms, [$column => $value], $userId);
            $free === [] || PageTerms::lead($store, array_fill_keys($free, ''), TermOrigin::Hand, $userId);
        });

        return back()->with('done', ucfirst($many).": $words.");
    }

    /** @param  list<object>  $terms */
    private function say(Request $request, Store $store, array $terms, int $userId, string $many): RedirectResponse
    {
        $what = [];
        $asked = AskedFor::tryFrom((string) $request->string('asked'));
        $asked === null || ($what['asked'] = \App\Match\Terms\Asks::number($asked));
        $request->filled('group') && ($what['head'] = mb_substr((string) $request->string('group'), 0, 190));
        $request->has('note') && ($what['note'] = mb_substr((string) $request->string('note'), 0, 500));
        $request->has('tags') &&
            ($what['tags'] = implode(
                ', ',
                array_slice(
                    array_unique(array_filter(array_map(trim(...), explode(',', (string) $request->string('tags'))))),
                    0,
                    12,
                ),
            ));
        $what === [] ||
            TermSteps::take(
                $store,
                $userId,
                $many,
                [],
                $terms,
                static fn () => Sayings::say($store, $terms, $what, $userId),
            );

        return back()->with('done', $what === [] ? 'Nothing was said.' : ucfirst($many).': kept.');
    }

    /** @param  list<int>  $pages */
    private function solveFor(Store $store, array $pages): void
    {
        if (! $this->hasProposals($store)) {
            return;
        }
        foreach (
            DB::table('page_index')
                ->where('store_id', $store->id)
                ->whereIn('page_id', $pages)
                ->distinct()
                ->pluck('market_id') as $market
        ) {
            $one = Markets::of($store)->find((int) $market);
            SuggestWork::keep($one, (new Solving($store, $one))->solve(withSupports: false));
        }
    }

    /** Whether anything was proposed: a store that brings its own mapping gets none by the way. */
    private function hasProposals(Store $store): bool
    {
        return DB::table('page_terms')
            ->where('store_id', $store->id)
            ->where('place', 0)
            ->where('origin', TermOrigin::Proposed->value)
            ->exists();
    }

    private function turn(Request $request, Store $store, bool $isUndo): RedirectResponse
    {
        $told = TermSteps::turn($store, (int) $request->user()?->getAuthIdentifier(), $isUndo);
        $told === null || $told['pages'] === [] || $this->solveFor($store, $told['pages']);
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

<?php

declare(strict_types=1);

namespace App\Match\Http;

use App\Catalogue\PlannedResources;
use App\Inventory\PageAddress;
use App\Inventory\PageBook;
use App\Inventory\PagePlan;
use App\Inventory\PageSource;
use App\Inventory\PlannedPages;
use App\Inventory\Selections;
use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\TermOrigin;
use App\Match\Planning\Plan;
use App\Match\Planning\Plans;
use App\Match\Terms\Asks;
use App\Match\Terms\MarketTerm;
use App\Match\Terms\Sayings;
use App\Match\Terms\TermList;
use App\Match\Terms\TermStep;
use App\Match\Terms\TermSteps;
use App\Platform\Web\Caller;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use InvalidArgumentException;

/** Pages that are to be made for terms which no page serves, and terms that are left without one. */
final class PlanController
{
    /** Plans a page for a term, or leaves it without one. */
    public function plan(Request $request, Store $store, int $term): RedirectResponse
    {
        $request->validate([
            'plan' => ['required', Rule::in([Plans::PLANNED, 'left', 'open'])],
            'name' => ['nullable', 'string', 'max:190'],
            'kind' => ['nullable', 'string', 'max:20'],
            'address' => ['nullable', 'string', 'max:700'],
            'reason' => ['nullable', 'string', 'max:500'],
            'review_on' => ['nullable', 'date', 'after:today'],
        ]);
        $row = TermList::these($store, [$term])[0] ?? null;
        abort_if($row === null, 404);
        $userId = Caller::id($request);
        try {
            return back()->with(
                'done',
                match ($request->string('plan')->toString()) {
                    Plans::PLANNED => $this->make($request, $store, $row, $userId),
                    'left' => $this->leave($request, $store, $row, $userId),
                    default => $this->open($store, $row, $userId),
                },
            );
        } catch (InvalidArgumentException $wrong) {
            return back()
                ->withInput()
                ->withErrors(['address' => $wrong->getMessage()]);
        }
    }

    /** The planned page has been made, at this address. */
    public function arrived(Request $request, Store $store, int $page): RedirectResponse
    {
        $request->validate(['url' => ['required', 'string', 'max:2048']]);
        abort_unless(isset(PlannedPages::of($store)[$page]), 404);
        $url = trim((string) $request->string('url'));
        $real = PageAddress::pages($store, [$url])[0][$url] ?? null;
        if ($real === null) {
            return back()->withErrors(['url' => "$url is no page of this store yet. Gather it first."]);
        }
        if ($real === $page) {
            // Nothing may link to it yet: the next crawl asks for it all the same.
            (new PageBook($store))->known([$page], PageSource::List);

            return back()->with('done', 'The next crawl looks whether it is there.');
        }
        try {
            PlannedResources::arrive($store, $page, $real);
        } catch (InvalidArgumentException $wrong) {
            return back()->withErrors(['url' => $wrong->getMessage()]);
        }

        return back()->with('done', 'The planned page is there: its term and what was written for it go with it.');
    }

    /** Takes a planned page to the writing desk, or all of them. */
    public function write(Request $request, Store $store): RedirectResponse
    {
        $page = is_numeric($request->query('page')) ? (int) $request->query('page') : null;
        $pages = array_keys(PlannedPages::of($store));
        abort_if($page !== null && ! in_array($page, $pages, true), 404);
        try {
            $id = Selections::keep($store, '', Caller::id($request), [$page === null ? $pages : [$page]]);
        } catch (InvalidArgumentException) {
            return back()->withErrors(['plan' => 'No page is planned.']);
        }

        return redirect()->route('write', [$store, 'selection' => $id, 'sort' => 'picked']);
    }

    /** @throws InvalidArgumentException */
    private function make(Request $request, Store $store, MarketTerm $term, int $userId): string
    {
        $market = Markets::of($store)->find($term->marketId);
        $plan = Plan::for($store, $market, $term->term, Asks::kind($term->asked))->with(
            trim((string) $request->string('name')),
            trim((string) $request->string('kind')),
            trim((string) $request->string('address')),
            $store,
        );
        // The page is there before the step begins, so that the step can keep its lead term.
        $page = PlannedResources::plan($store, new PagePlan($market, $plan->kind, $plan->name, $plan->url), $userId);
        $old = array_diff(self::planned($store, $term), [$page]);
        TermSteps::take(
            $store,
            $userId,
            new TermStep("a page for “{$term->term}”", [$page, ...$old], [$term->key()]),
            static function () use ($store, $term, $plan, $page, $old, $userId): void {
                PageTerms::lead($store, array_fill_keys($old, ''), TermOrigin::Hand, $userId);
                Sayings::say(
                    $store,
                    [$term->key()],
                    [
                        'plan' => Plans::PLANNED,
                        'plan_name' => $plan->name,
                        'plan_kind' => $plan->kind->value,
                        'plan_url' => $plan->url->text(),
                        'plan_page' => $page,
                        'reason' => '',
                        'review_on' => null,
                    ],
                    $userId,
                );
                PageTerms::lead($store, [$page => $term->term], TermOrigin::Hand, $userId);
            },
        );

        return "“{$plan->name}” is planned at {$plan->url->target()} and can be written.";
    }

    private function leave(Request $request, Store $store, MarketTerm $term, int $userId): string
    {
        $review = $request->input('review_on');
        $this->say($store, $term, $userId, [
            'plan' => 'left',
            'plan_name' => '',
            'plan_url' => '',
            'reason' => trim((string) $request->string('reason')),
            'review_on' => is_string($review) && $review !== '' ? $review : null,
        ]);

        return "“{$term->term}” is left without a page.";
    }

    private function open(Store $store, MarketTerm $term, int $userId): string
    {
        $this->say($store, $term, $userId, [
            'plan' => '',
            'plan_name' => '',
            'plan_url' => '',
            'reason' => '',
            'review_on' => null,
        ]);

        return "“{$term->term}” is open again.";
    }

    /** @param  array<string, mixed>  $what */
    private function say(Store $store, MarketTerm $term, int $userId, array $what): void
    {
        $pages = self::planned($store, $term);
        TermSteps::take(
            $store,
            $userId,
            new TermStep("a page for “{$term->term}”", $pages, [$term->key()]),
            static function () use ($store, $term, $userId, $what, $pages): void {
                PageTerms::lead($store, array_fill_keys($pages, ''), TermOrigin::Hand, $userId);
                Sayings::say($store, [$term->key()], $what, $userId);
            },
        );
    }

    /** @return list<int> the page that is planned for a term; none or one */
    private static function planned(Store $store, MarketTerm $term): array
    {
        $page = Sayings::plannedFor($store, $term->marketId, $term->digest);

        return $page === null ? [] : [$page];
    }
}

<?php

declare(strict_types=1);

namespace App\Match\Pairing;

use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\TermOrigin;
use App\Match\Terms\MarketTerm;
use App\Match\Terms\Pages;
use App\Match\Terms\TermStep;
use App\Match\Terms\TermSteps;
use App\Platform\Typed;
use App\Platform\Web\Forms;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** What somebody decides of a term and a page, with what else moves by it. */
final class Giving
{
    /**
     * Gives a term to a page as its lead term, and solves what is left again.
     *
     * @return string what became of it, in words
     */
    public static function of(Store $store, MarketTerm $term, int $page, int $userId): string
    {
        $isOne = DB::table('page_index')
            ->where('store_id', $store->id)
            ->where('page_id', $page)
            ->where('market_id', $term->marketId)
            ->exists();
        abort_if(! $isOne, 404);
        $leads =
            $term->leadPage !== null && (int) $term->leadPage !== $page
                ? [(int) $term->leadPage => '', $page => $term->term]
                : [$page => $term->term];
        $market = Markets::of($store)->find($term->marketId);
        $isProposed = self::hasProposals($store);
        $touched = array_keys($leads);
        $moved = [];
        TermSteps::take(
            $store,
            $userId,
            new TermStep("“{$term->term}”", $touched, [$term->key()]),
            static function () use ($store, $leads, $userId): void {
                foreach ($leads as $one => $lead) {
                    PageTerms::lead($store, [$one => $lead], TermOrigin::Hand, $userId);
                }
            },
        );
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

        return $words;
    }

    /**
     * Solves the markets of some pages again, whose lead terms somebody has changed.
     *
     * @param  list<int>  $pages
     */
    public static function solveFor(Store $store, array $pages): void
    {
        if (! self::hasProposals($store)) {
            return;
        }
        foreach (
            DB::table('page_index')
                ->where('store_id', $store->id)
                ->whereIn('page_id', $pages)
                ->distinct()
                ->pluck('market_id') as $market
        ) {
            $one = Markets::of($store)->find(Typed::int($market));
            SuggestWork::keep($one, (new Solving($store, $one))->solve(withSupports: false));
        }
    }

    /** Whether anything was proposed: a store that brings its own mapping gets none by the way. */
    private static function hasProposals(Store $store): bool
    {
        return DB::table('page_terms')
            ->where('store_id', $store->id)
            ->where('place', 0)
            ->where('origin', TermOrigin::Proposed->value)
            ->exists();
    }
}

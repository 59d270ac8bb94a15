<?php

declare(strict_types=1);

namespace App\Weigh\Screens;

use App\Facts\NumberWindow;
use App\Inventory\Terms\PageTerms;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Weigh\Lists\UpsideRange;
use App\Weigh\Numbers\Lens;
use App\Weigh\Numbers\PlaceBands;
use App\Weigh\Numbers\Told;
use App\Weigh\Numbers\Units;
use App\Weigh\Scoring\ComparedWeeks;
use App\Weigh\Scoring\Losses;
use App\Weigh\Scoring\MarketScoring;
use App\Weigh\Scoring\PageEvidence;
use App\Weigh\Scoring\PartThatCounts;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/** The sum behind a page's upside; its parts add up to it. */
final class WhyScreen
{
    /** @return ?array<string, mixed> for the view weigh.page; null where the page is not weighed */
    public static function of(Request $request, Store $store, int $page): ?array
    {
        $score = Records::one(
            UpsideRange::class,
            Rows::maybe(DB::table('weigh_scores')->where('store_id', $store->id)->where('page_id', $page)->first()),
        );
        $evidence = $score === null ? null : (new PageEvidence($store, $score->marketId))->page($page);
        $scoring =
            $score === null || $evidence === null
                ? null
                : MarketScoring::of($store, $score->marketId, $evidence[0]->group);
        if ($score === null || $evidence === null || $scoring === null) {
            return null;
        }
        [$known, $row] = $evidence;
        $upside = $scoring->upside($known, $row);
        $window = NumberWindow::of($store);
        $lens = Lens::from($request, $store, $window->isPeriod ?? false);
        $weeks = in_array($lens->weeks, Losses::WEEKS, true) ? $lens->weeks : 13;
        $compared =
            $window === null || $window->isPeriod
                ? null
                : ComparedWeeks::of(Told::of($store, $window), $score->marketId, $weeks, $lens->against);
        $changes = $compared === null ? [] : Losses::queries($store, $page, $compared, $scoring->model->curve);
        $names = DB::table('search_queries')
            ->whereIn('id', [...array_keys($upside->queries), ...array_column(array_slice($changes, 0, 15), 'query')])
            ->pluck('text', 'id');

        return [
            'lead' => PageTerms::leads([$page])[$page] ?? null,
            'store' => $store,
            'score' => $score,
            'upside' => $upside,
            'pairs' => $known->pairs,
            'names' => $names,
            'season' => $scoring->seasonOf($row),
            'assumptions' => $scoring->assumptions,
            'row' => $row,
            'why' => PartThatCounts::why($row)?->words(),
            'page' => $page,
            'url' => Typed::text(DB::table('pages')->where('id', $page)->value('url')),
            'title' => DB::table('page_facts')->where('page_id', $page)->where('to_crawl', 0)->value('title'),
            'currency' => Units::of($store)->unit($score->marketId),
            'bands' => ($bands = PlaceBands::of($scoring->model->curve)),
            'counts' => PlaceBands::ofPage($store, $page, $bands),
            'changes' => $changes,
            'weeks' => $weeks,
            'lens' => $lens,
            'compared' => $window === null || $compared === null ? null : Losses::ofPage($store, $window, $page, $compared),
        ];
    }
}

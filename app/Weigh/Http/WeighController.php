<?php

declare(strict_types=1);

namespace App\Weigh\Http;

use App\Facts\NumberWindow;
use App\Inventory\Selections;
use App\Inventory\Terms\PageTerms;
use App\Platform\Typed;
use App\Platform\Web\Caller;
use App\Platform\Web\TableDownload;
use App\Platform\Work\WorkView;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Weigh\Lists\Findings;
use App\Weigh\Lists\WeighedPages;
use App\Weigh\Numbers\Lens;
use App\Weigh\Numbers\PlaceBands;
use App\Weigh\Numbers\Remarks;
use App\Weigh\Numbers\Told;
use App\Weigh\Numbers\Units;
use App\Weigh\Scoring\Losses;
use App\Weigh\Scoring\LotSums;
use App\Weigh\Scoring\MarketScoring;
use App\Weigh\Scoring\PageEvidence;
use App\Weigh\Scoring\PartThatCounts;
use App\Weigh\Weighing\Scores;
use App\Weigh\Weighing\ScoreWork;
use App\Weigh\WeighOverview;
use App\Weigh\Worklists\Effort;
use App\Weigh\Worklists\Worklists;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;
use InvalidArgumentException;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Which pages first, in money, with the reason. */
final class WeighController
{
    public function index(Request $request, Store $store): View
    {
        $window = NumberWindow::of($store);
        $lens = Lens::from($request, $store, $window->isPeriod ?? false);
        $total = WeighedPages::total($store, $lens);
        $usual = 'upside';
        $sort =
            is_string($request->query('sort')) && isset(WeighedPages::SORTS[$request->query('sort')])
                ? $request->query('sort')
                : $usual;
        $after = is_string($request->query('after')) ? mb_substr($request->query('after'), 0, 80) : null;
        $model = DB::table('weigh_models')->where('store_id', $store->id)->orderBy('market_id')->first();
        $isSeen =
            $window !== null &&
            DB::table('weigh_scores')->where('store_id', $store->id)->where('impressions', '>', 0)->exists();

        return view(
            'weigh.index',
            [
                'store' => $store,
                'lens' => $lens,
                'sort' => $sort,
                'usual' => $usual,
                'markets' => Markets::of($store),
                'window' => $window,
                'work' => WorkView::latest($store->id, ScoreWork::sort()),
                'model' => $model,
                'total' => $total,
                'after' => $after,
                'breaks' => $window === null ? [] : Remarks::of($store, $window, $lens),
                'isCompared' => $window !== null && Told::isCompared($store, $window, $lens),
                'worklists' => Worklists::openOnes($store),
                'effort' => Effort::of($store),
                'core' => $isSeen ? [] : Findings::corePages($store),
                'isSeen' => $isSeen,
            ] + ($isSeen ? WeighedPages::page($store, $lens, $sort, $after) : ['rows' => [], 'next' => null]),
        );
    }

    /** Takes the pages of a lot to the writing desk, those of most upside first. */
    public function lot(Request $request, Store $store, int $place): RedirectResponse
    {
        $request->validate(['market' => ['required', 'integer', 'min:0']]);
        $pages = LotSums::pages($store, Typed::int($request->input('market')), $place, WeighOverview::AT_ONCE);
        try {
            $id = Selections::keep($store, '', Caller::id($request), [$pages]);
        } catch (InvalidArgumentException) {
            return redirect()
                ->route('weigh', $store)
                ->withErrors(['lot' => 'This lot was weighed again meanwhile; here is what could be earned now.']);
        }

        return redirect()->route('write', [$store, 'selection' => $id, 'sort' => 'picked']);
    }

    /** The sum behind a page's upside; its parts add up to it. */
    public function why(Request $request, Store $store, int $page): View
    {
        $score = DB::table('weigh_scores')->where('store_id', $store->id)->where('page_id', $page)->first();
        $evidence = $score === null ? null : (new PageEvidence($store, (int) $score->market_id))->page($page);
        $scoring =
            $score === null || $evidence === null
                ? null
                : MarketScoring::of($store, (int) $score->market_id, $evidence[0]->group);
        abort_if($score === null || $evidence === null || $scoring === null, 404);
        [$known, $row] = $evidence;
        $upside = $scoring->upside($known, $row);
        $window = NumberWindow::of($store);
        $lens = Lens::from($request, $store, $window->isPeriod ?? false);
        $weeks = in_array($lens->weeks, Losses::WEEKS, true) ? $lens->weeks : 13;
        $changes =
            $window === null || $window->isPeriod
                ? []
                : Losses::queries(
                    $store,
                    $window,
                    $page,
                    (int) $score->market_id,
                    $weeks,
                    $lens->against,
                    $scoring->model->curve,
                );
        $names = DB::table('search_queries')
            ->whereIn('id', [...array_keys($upside->queries), ...array_column(array_slice($changes, 0, 15), 'query')])
            ->pluck('text', 'id');

        return view($request->hasHeader('HX-Request') ? 'weigh.why' : 'weigh.page', [
            'lead' => PageTerms::leads([$page])[$page] ?? null,
            'store' => $store,
            'score' => $score,
            'upside' => $upside,
            'pairs' => $known->pairs,
            'names' => $names,
            'season' => $scoring->seasonOf($row),
            'assumptions' => $scoring->assumptions,
            'row' => $row,
            'why' => PartThatCounts::why($row),
            'page' => DB::table('pages')->where('id', $page)->first(),
            'title' => DB::table('page_facts')->where('page_id', $page)->where('to_crawl', 0)->value('title'),
            'currency' => Units::of($store)->unit((int) $score->market_id),
            'bands' => ($bands = PlaceBands::of($scoring->model->curve)),
            'counts' => PlaceBands::ofPage($store, $page, $bands),
            'changes' => $changes,
            'weeks' => $weeks,
            'lens' => $lens,
            'compared' => $window === null
                    ? null
                    : Losses::ofPage($store, $window, $page, (int) $score->market_id, $weeks, $lens->against),
        ]);
    }

    public function score(Request $request, Store $store, Scores $scores): RedirectResponse
    {
        $scores->begin($store->id, Caller::id($request));

        return redirect()->route('weigh', $store);
    }

    public function export(Store $store, string $format): StreamedResponse
    {
        return TableDownload::of(
            "{$store->slug}-upside",
            $format,
            Scores::COLUMNS,
            static fn () => Scores::export($store),
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Weigh\Http;

use App\Store\Facts\NumberWindow;
use App\Store\Files\TableWriter;
use App\Store\Kinds\PageKind;
use App\Store\Markets;
use App\Store\Models\Store;
use App\Store\Work\WorkView;
use App\Weigh\Scoring\MarketScoring;
use App\Weigh\Scoring\PageEvidence;
use App\Weigh\Scoring\PartThatCounts;
use App\Weigh\Scoring\Scores;
use App\Weigh\Scoring\ScoreWork;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Which pages first, in money, with the reason. */
final class WeighController
{
    public function index(Request $request, Store $store): View
    {
        $text = static fn (string $key): string => is_string($request->query($key)) ? $request->query($key) : '';
        $sort = isset(Scores::SORTS[$text('sort')]) ? $text('sort') : 'upside';
        $kind = PageKind::fromKey($text('kind'));
        $market = ctype_digit($text('market')) && strlen($text('market')) < 18 ? (int) $text('market') : null;

        return view('weigh.index', [
            'store' => $store, 'sort' => $sort, 'kind' => $kind, 'market' => $market, 'markets' => Markets::of($store), 'window' => NumberWindow::of($store), 'work' => WorkView::latest($store->id, ScoreWork::sort()),
            'model' => DB::table('weigh_models')->where('store_id', $store->id)->orderBy('market_id')->first(), 'total' => DB::table('weigh_scores')->where('store_id', $store->id)->selectRaw('SUM(upside) AS upside, SUM(wording) AS wording, SUM(lift) AS lift, SUM(orders) AS orders')->first(),
            'after' => $text('after') === '' ? null : $text('after'),
        ] + Scores::page($store, $sort, $kind, $market, $text('after') === '' ? null : mb_substr($text('after'), 0, 80)));
    }

    /** The sum behind a page's upside; its parts add up to it. */
    public function why(Request $request, Store $store, int $page): View
    {
        $score = DB::table('weigh_scores')->where('store_id', $store->id)->where('page_id', $page)->first();
        $evidence = $score === null ? null : (new PageEvidence($store->id, (int) $score->market_id))->page($page);
        $scoring = $score === null ? null : MarketScoring::of($store, (int) $score->market_id);
        abort_if($score === null || $evidence === null || $scoring === null, 404);
        $upside = $scoring->upside($evidence);
        $names = DB::table('search_queries')->whereIn('id', array_keys($upside->queries))->pluck('text', 'id');

        return view($request->hasHeader('HX-Request') ? 'weigh.why' : 'weigh.page', [
            'store' => $store, 'score' => $score, 'upside' => $upside, 'pairs' => $evidence['pairs'], 'names' => $names, 'season' => $scoring->seasonOf($evidence['row']), 'assumptions' => $scoring->assumptions, 'row' => $evidence['row'], 'why' => PartThatCounts::why($evidence['row']),
            'page' => DB::table('pages')->where('id', $page)->first(), 'title' => DB::table('page_facts')->where('page_id', $page)->where('to_crawl', 0)->value('title'), 'currency' => Markets::of($store)->find((int) $score->market_id)->currency,
        ]);
    }

    public function score(Request $request, Store $store, Scores $scores): RedirectResponse
    {
        $scores->begin($store->id, (int) $request->user()?->getAuthIdentifier());

        return redirect()->route('weigh', $store);
    }

    public function export(Store $store, string $format): StreamedResponse
    {
        abort_unless(isset(TableWriter::FORMATS[$format]), 404);

        return response()->streamDownload(static function () use ($store, $format): void {
            TableWriter::write($format, Scores::COLUMNS, Scores::export($store), fopen('php://output', 'wb') ?: throw new \RuntimeException('No output.'));
        }, "{$store->slug}-upside.$format", ['Content-Type' => TableWriter::FORMATS[$format]]);
    }
}

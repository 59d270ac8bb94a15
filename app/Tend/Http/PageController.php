<?php

declare(strict_types=1);

namespace App\Tend\Http;

use App\Platform\Web\TableDownload;
use App\Stores\Models\Store;
use App\Tend\Lists\MadeAlts;
use App\Tend\Lists\MadeMarkup;
use App\Tend\Lists\PageReach;
use App\Tend\Lists\ReachList;
use App\Tend\Lists\RingsLens;
use App\Tend\Lists\RingsPicture;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** How pages are reached, one by one: the way, the links, what would bring them nearer, and who made them. */
final class PageController
{
    private const SPOTS = ['page', 'place', 'nth', 'anchor', 'rel', 'pages'];

    public function links(Request $request, Store $store): View
    {
        $list = ReachList::from($request);

        return view('tend.links', ['store' => $store, 'list' => $list] + $list->page($store));
    }

    public function show(Request $request, Store $store, int $page): View
    {
        $row = PageReach::find($store, $page) ?? abort(404);
        $way = PageReach::way($store, $page);

        return view($request->hasHeader('HX-Request') ? 'tend.page' : 'tend.page-whole', [
            'store' => $store,
            'page' => $row,
            'way' => $way,
            'points' => $request->query('rings') === '1'
                    ? RingsPicture::of($store, RingsLens::from($request, $store))->points($way)
                    : '',
            'findings' => PageReach::findings($store, $page),
            'markup' => MadeMarkup::of($store, $page),
            'alts' => MadeAlts::ofPage($store, $page),
            'lab' => DB::table('tend_labs')->where('store_id', $store->id)->where('page_id', $page)->first(),
            'card' => DB::table('page_facts')
                ->where('page_id', $page)
                ->where('to_crawl', 0)
                ->first(['title', 'description']),
            'questions' => DB::table('tend_questions')
                ->where('store_id', $store->id)
                ->where('page_id', $page)
                ->orderByDesc('id')
                ->limit(20)
                ->get(),
        ]);
    }

    /** What would bring a page nearer to home: a fragment of its own, for its links have to be followed. */
    public function nearer(Request $request, Store $store, int $page): View
    {
        $row = PageReach::find($store, $page) ?? abort(404);
        $from = mb_substr(trim((string) $request->string('from')), 0, 2048);

        return view('tend.nearer', [
            'store' => $store,
            'page' => $row,
            'from' => $from,
            'nearer' => $from === '' ? PageReach::nearer($store, $row) : PageReach::tried($store, $row, $from),
        ]);
    }

    /** The words of the links that lead to a page: a fragment of its own, for they may be thousands. */
    public function anchors(Store $store, int $page): View
    {
        $row = PageReach::find($store, $page) ?? abort(404);

        return view('tend.anchors', [
            'store' => $store,
            'page' => $row,
            'anchors' => PageReach::anchors($store, $page),
        ]);
    }

    /** Every link that leads to a page, for whoever mends them. */
    public function spots(Store $store, int $page, string $format): StreamedResponse
    {
        abort_if(PageReach::find($store, $page) === null, 404);

        return TableDownload::of(
            "{$store->slug}-links-to-$page",
            $format,
            self::SPOTS,
            static fn () => PageReach::spots($store, $page),
        );
    }

    /** Notes whom somebody has asked about a page, and what. */
    public function ask(Request $request, Store $store, int $page): RedirectResponse
    {
        abort_if(PageReach::find($store, $page) === null, 404);
        $given = $request->validate(
            ['asked' => ['required', 'string', 'max:190'], 'question' => ['required', 'string', 'max:1000']],
            ['asked.required' => 'Say whom you have asked.', 'question.required' => 'Write down what you have asked.'],
        );
        DB::table('tend_questions')->insert([
            'store_id' => $store->id,
            'page_id' => $page,
            'asked' => $given['asked'],
            'question' => $given['question'],
            'asked_by' => $request->user()?->getAuthIdentifier(),
            'asked_at' => now(),
        ]);

        return back()->with('done', 'The question is noted.');
    }

    public function answer(Request $request, Store $store, int $question): RedirectResponse
    {
        $given = $request->validate(
            ['answer' => ['required', 'string', 'max:1000']],
            ['answer.required' => 'Write down what was answered.'],
        );
        $known = DB::table('tend_questions')->where('store_id', $store->id)->where('id', $question);
        abort_if($known->doesntExist(), 404);
        $known->update([
            'answer' => $given['answer'],
            'answered_by' => $request->user()?->getAuthIdentifier(),
            'answered_at' => now(),
        ]);

        return back()->with('done', 'The answer is noted.');
    }
}

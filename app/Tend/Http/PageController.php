<?php

declare(strict_types=1);

namespace App\Tend\Http;

use App\Platform\Tables\TableRows;
use App\Platform\Web\Caller;
use App\Platform\Web\TableDownload;
use App\Stores\Models\Store;
use App\Tend\Known\Questions;
use App\Tend\Lists\PageReach;
use App\Tend\Lists\PageScreen;
use App\Tend\Lists\ReachList;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
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
        return view(
            $request->hasHeader('HX-Request') ? 'tend.page' : 'tend.page-whole',
            PageScreen::of($request, $store, $page) ?? abort(404),
        );
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
            static fn (): TableRows => new TableRows(self::SPOTS, PageReach::spots($store, $page)),
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
        Questions::ask($store, $page, $given, Caller::id($request));

        return back()->with('done', 'The question is noted.');
    }

    public function answer(Request $request, Store $store, int $question): RedirectResponse
    {
        $given = $request->validate(
            ['answer' => ['required', 'string', 'max:1000']],
            ['answer.required' => 'Write down what was answered.'],
        );
        abort_unless(Questions::answer($store, $question, $given['answer'], Caller::id($request)), 404);

        return back()->with('done', 'The answer is noted.');
    }
}

<?php

declare(strict_types=1);

namespace App\Untangle\Http;

use App\Platform\Tables\TableRows;
use App\Platform\Web\TableDownload;
use App\Platform\Work\WorkView;
use App\Stores\Models\Store;
use App\Untangle\Finding\Finds;
use App\Untangle\Finding\FindWork;
use App\Untangle\Lists\CauseBoard;
use App\Untangle\Lists\CauseScreen;
use Illuminate\Http\Request;
use Illuminate\View\View;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Which addresses are the same page, by cause. */
final class UntangleController
{
    public function index(Store $store): View
    {
        return view('untangle.index', CauseBoard::of($store));
    }

    public function progress(Store $store): View
    {
        return view('untangle.progress', ['store' => $store, 'work' => WorkView::latest($store->id, FindWork::sort())]);
    }

    public function cause(Request $request, Store $store, int $cause): View
    {
        return view('untangle.cause', CauseScreen::of($request, $store, $cause) ?? abort(404));
    }

    /** The same fault in several folders: decided, and made ready, at once. */
    public function family(Request $request, Store $store, int $cause): View
    {
        return view('untangle.family', CauseScreen::family($request, $store, $cause) ?? abort(404));
    }

    /** What would be changed for a cause, proved: a fragment of its own, for it looks at all of its addresses. */
    public function plan(Store $store, int $cause): View
    {
        return view('untangle.plan', CauseScreen::plan($store, $cause) ?? abort(404));
    }

    public function export(Store $store, string $format): StreamedResponse
    {
        return TableDownload::of(
            "{$store->slug}-tangles",
            $format,
            static fn (): TableRows => new TableRows(Finds::COLUMNS, Finds::export($store)),
        );
    }
}

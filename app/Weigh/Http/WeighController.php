<?php

declare(strict_types=1);

namespace App\Weigh\Http;

use App\Inventory\Selections;
use App\Platform\Tables\TableRows;
use App\Platform\Typed;
use App\Platform\Web\Caller;
use App\Platform\Web\TableDownload;
use App\Stores\Models\Store;
use App\Weigh\Scoring\LotSums;
use App\Weigh\Screens\WeighScreen;
use App\Weigh\Screens\WhyScreen;
use App\Weigh\Weighing\Scores;
use App\Weigh\WeighOverview;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;
use InvalidArgumentException;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Which pages first, in money, with the reason. */
final class WeighController
{
    public function index(Request $request, Store $store): View
    {
        return view('weigh.index', WeighScreen::of($request, $store));
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
        return view(
            $request->hasHeader('HX-Request') ? 'weigh.why' : 'weigh.page',
            WhyScreen::of($request, $store, $page) ?? abort(404),
        );
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
            static fn (): TableRows => new TableRows(Scores::COLUMNS, Scores::export($store)),
        );
    }
}

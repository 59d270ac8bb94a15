<?php

declare(strict_types=1);

namespace App\Tend\Http;

use App\Connectors\Http\BrowserProcess;
use App\Platform\Web\Caller;
use App\Platform\Work\WorkView;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Tend\Asking\AskWork;
use App\Tend\Asking\LabWork;
use App\Tend\Finding\Finds;
use App\Tend\Finding\FindWork;
use App\Tend\Lists\RingsLens;
use App\Tend\Lists\RingsPicture;
use App\Tend\Lists\SectorTable;
use App\Tend\Lists\TendState;
use App\Tend\Reach\DepthAims;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;

/** The store as tree rings, with the table behind them. */
final class RingsController
{
    public function index(Request $request, Store $store): View
    {
        $lens = RingsLens::from($request, $store);
        $sectors = SectorTable::of($store, $lens);
        if ($lens->only !== null && ! isset($sectors['rows'][$lens->only])) {
            $lens = $lens->whole();
        }
        $state = TendState::of($store);

        return view('tend.index', [
            'store' => $store,
            'state' => $state,
            'work' => WorkView::latest($store->id, FindWork::sort()),
            'markets' => Markets::of($store),
            'lens' => $lens,
            'picture' => RingsPicture::of($store, $lens),
            'sectors' => $sectors,
            'aims' => DepthAims::fromJson($state->aims ?? '{}'),
            'orphans' => SectorTable::orphans($store, $lens),
        ]);
    }

    public function progress(Store $store): View
    {
        return view('tend.progress', ['store' => $store, 'work' => WorkView::latest($store->id, FindWork::sort())]);
    }

    public function find(Request $request, Store $store, Finds $finds): RedirectResponse
    {
        $finds->begin($store->id, Caller::id($request));

        return back()->with('done', 'The pages are looked through again.');
    }

    /**
     * Asks images and other sites for the pages of most worth; then the pages are looked through again.
     */
    public function ask(Request $request, Store $store, Finds $finds): RedirectResponse
    {
        $finds->begin($store->id, Caller::id($request), AskWork::class);

        return back()->with('done', 'Images and other sites are being asked; then the pages are looked through again.');
    }

    /** Measures pages in the browser of this server; then the pages are looked through again. */
    public function lab(Request $request, Store $store, Finds $finds): RedirectResponse
    {
        abort_unless(BrowserProcess::isThere(), 404);
        $finds->begin($store->id, Caller::id($request), LabWork::class);

        return back()->with('done', 'Pages are being measured in a browser; then they are looked through again.');
    }
}

<?php

declare(strict_types=1);

namespace App\Tend\Http;

use App\Platform\Work\WorkView;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Tend\Finding\Finds;
use App\Tend\Finding\FindWork;
use App\Tend\Images\ImageWork;
use App\Tend\Lists\RingsPicture;
use App\Tend\Lists\SectorTable;
use App\Tend\Reach\DepthAims;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;

/** The store as tree rings, with the table behind them. */
final class RingsController
{
    public function index(Request $request, Store $store): View
    {
        $number = static function (string $key) use ($request): ?int {
            $value = $request->query($key);

            return is_string($value) && ctype_digit($value) ? (int) $value : null;
        };
        $markets = Markets::of($store);
        $market = collect($markets->all())->firstWhere('id', $number('market'));
        $only = $number('only');
        $by = $request->query('by') === 'value' ? 'value' : 'pages';
        $state = DB::table('tend_states')->where('store_id', $store->id)->first();
        $sectors = SectorTable::of($store, $market?->id);
        $only = isset($sectors['rows'][$only ?? -1]) ? $only : null;

        return view('tend.index', [
            'store' => $store,
            'state' => $state,
            'work' => WorkView::latest($store->id, FindWork::sort()),
            'markets' => $markets,
            'market' => $market,
            'only' => $only,
            'by' => $by,
            'picture' => RingsPicture::of($store, $market?->id, $only, $by),
            'sectors' => $sectors,
            'aims' => DepthAims::fromJson((string) ($state->aims ?? '{}')),
            'orphans' => SectorTable::orphans($store, $market?->id),
        ]);
    }

    public function progress(Store $store): View
    {
        return view('tend.progress', ['store' => $store, 'work' => WorkView::latest($store->id, FindWork::sort())]);
    }

    public function find(Request $request, Store $store, Finds $finds): RedirectResponse
    {
        $finds->begin($store->id, (int) $request->user()?->getAuthIdentifier());

        return back()->with('done', 'The pages are looked through again.');
    }

    /**
     * Asks the images of the pages of most worth; what they answer is found when the pages are looked through again.
     */
    public function images(Request $request, Store $store, Finds $finds): RedirectResponse
    {
        $finds->begin($store->id, (int) $request->user()?->getAuthIdentifier(), ImageWork::class);

        return back()->with(
            'done',
            'The images are being asked; what is wrong with them is told when the pages are looked through again.',
        );
    }
}

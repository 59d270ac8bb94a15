<?php

declare(strict_types=1);

namespace App\Untangle\Http;

use App\Platform\Web\TableDownload;
use App\Stores\Models\Store;
use App\Untangle\Telling\Told;
use Illuminate\Http\RedirectResponse;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;
use InvalidArgumentException;
use RuntimeException;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Addresses that search engines should hear of. */
final class ToldController
{
    public function index(Store $store): View
    {
        return view('untangle.told', [
            'store' => $store,
            'waiting' => Told::waiting($store),
            'to' => $store->options()->indexnowUrl,
            'key' => Told::key($store),
            'counts' => DB::table('untangle_told')
                ->where('store_id', $store->id)
                ->whereNull('sent_at')
                ->groupBy('purpose')
                ->selectRaw('purpose, COUNT(*) AS n')
                ->pluck('n', 'purpose'),
            'rows' => DB::table('untangle_told')
                ->join('pages', 'pages.id', '=', 'page_id')
                ->where('untangle_told.store_id', $store->id)
                ->orderByRaw('sent_at IS NULL DESC')
                ->orderByDesc('untangle_told.id')
                ->limit(100)
                ->get(['untangle_told.*', 'pages.url']),
        ]);
    }

    public function send(Store $store): RedirectResponse
    {
        try {
            return redirect()
                ->route('untangle.told', $store)
                ->with('done', number_format(Told::send($store)).' addresses were sent.');
        } catch (InvalidArgumentException|RuntimeException $wrong) {
            return redirect()
                ->route('untangle.told', $store)
                ->withErrors(['told' => $wrong->getMessage()]);
        }
    }

    public function export(Store $store, string $format): StreamedResponse
    {
        return TableDownload::of(
            "{$store->slug}-to-tell",
            $format,
            ['url', 'purpose', 'why', 'sent'],
            static fn () => Told::export($store),
        );
    }
}

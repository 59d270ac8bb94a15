<?php

declare(strict_types=1);

namespace App\Untangle\Http;

use App\Platform\Tables\TableRows;
use App\Platform\Web\TableDownload;
use App\Stores\Models\Store;
use App\Untangle\Telling\Told;
use App\Untangle\Telling\ToldScreen;
use Illuminate\Http\RedirectResponse;
use Illuminate\View\View;
use InvalidArgumentException;
use RuntimeException;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Addresses that search engines should hear of. */
final class ToldController
{
    public function index(Store $store): View
    {
        return view('untangle.told', ToldScreen::of($store));
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
            static fn (): TableRows => new TableRows(['url', 'purpose', 'why', 'sent'], Told::export($store)),
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Untangle\Http;

use App\Platform\Tables\TableRows;
use App\Platform\Web\TableDownload;
use App\Stores\Models\Store;
use App\Untangle\Lists\Comparison;
use App\Untangle\Lists\LinksToMend;
use App\Untangle\Lists\TangleList;
use App\Untangle\Lists\TangleScreen;
use Illuminate\Http\Request;
use Illuminate\View\View;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Single tangles: their addresses, keepers and evidence; two pages side by side. */
final class TangleController
{
    public function index(Request $request, Store $store): View
    {
        return view('untangle.tangles', TangleList::of($request, $store));
    }

    public function show(Store $store, int $tangle): View
    {
        return view('untangle.tangle', TangleScreen::of($store, $tangle) ?? abort(404));
    }

    /** Two pages side by side. */
    public function compare(Request $request, Store $store): View
    {
        [$one, $other] = [(int) $request->query('a', '0'), (int) $request->query('b', '0')];

        return view('untangle.compare', Comparison::of($store, $one, $other) ?? abort(404));
    }

    public function links(Store $store, string $format): StreamedResponse
    {
        return TableDownload::of(
            "{$store->slug}-links-to-mend",
            $format,
            static fn (): TableRows => new TableRows(LinksToMend::COLUMNS, LinksToMend::rows($store)),
        );
    }
}

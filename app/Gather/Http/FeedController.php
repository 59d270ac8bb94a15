<?php

declare(strict_types=1);

namespace App\Gather\Http;

use App\Connectors\Feed\FeedNotNow;
use App\Gather\Feeds\Feeds;
use App\Gather\Feeds\FeedScreen;
use App\Platform\Web\Caller;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;
use RuntimeException;

/** The feed of search and sales rows: what it told so far, and pulling it now. */
final class FeedController
{
    public function show(Store $store): View
    {
        return view('gather.feed', FeedScreen::of($store));
    }

    public function pull(Request $request, Store $store, Feeds $feeds): RedirectResponse
    {
        $feeds->pull($store, Caller::id($request));

        return redirect()->route('gather.feed', $store);
    }

    public function moveOn(Request $request, Store $store, Feeds $feeds): RedirectResponse
    {
        $given = $request->validate(['days' => ['required', 'integer', 'between:1,400']]);
        try {
            $today = $feeds->moveOn($store, (int) $given['days']);
        } catch (FeedNotNow|RuntimeException $wrong) {
            return redirect()
                ->route('gather.feed', $store)
                ->withErrors(['days' => $wrong->getMessage()]);
        }
        $feeds->pull($store->refresh(), Caller::id($request));

        return redirect()
            ->route('gather.feed', $store)
            ->with('done', "In the simulated market it is now $today; its days are being pulled.");
    }
}

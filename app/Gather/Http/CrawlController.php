<?php

declare(strict_types=1);

namespace App\Gather\Http;

use App\Access\Models\User;
use App\Gather\Crawl\Crawls;
use App\Gather\Crawl\CrawlScreen;
use App\Gather\Crawl\CrawlWork;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkView;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;
use RuntimeException;

final class CrawlController
{
    public function show(Store $store): View
    {
        return view('gather.crawl', CrawlScreen::of($store));
    }

    public function progress(Store $store): View
    {
        return view('gather.progress', ['store' => $store] + CrawlScreen::state($store));
    }

    public function start(Request $request, Store $store, Crawls $crawls): RedirectResponse
    {
        /** @var User $user */
        $user = $request->user();
        try {
            $crawls->begin($store, $user->id);
        } catch (RuntimeException $busy) {
            return redirect()
                ->route('gather.crawl', $store)
                ->withErrors(['crawl' => $busy->getMessage()]);
        }

        return redirect()->route('gather.crawl', $store);
    }

    public function stop(Store $store, WorkDesk $desk): RedirectResponse
    {
        $work = WorkView::latest($store->id, CrawlWork::sort());
        if ($work !== null) {
            $desk->stop($work->id);
        }

        return redirect()->route('gather.crawl', $store);
    }

    public function resume(Store $store, Crawls $crawls): RedirectResponse
    {
        $crawls->goOn($store);

        return redirect()->route('gather.crawl', $store);
    }
}

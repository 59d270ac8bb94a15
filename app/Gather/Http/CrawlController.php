<?php

declare(strict_types=1);

namespace App\Gather\Http;

use App\Access\Models\User;
use App\Gather\Crawl\Crawls;
use App\Gather\Crawl\CrawlWork;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkView;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;
use RuntimeException;
use stdClass;

final class CrawlController
{
    public function show(Store $store): View
    {
        return view(
            'gather.crawl',
            [
                'store' => $store,
                'crawls' => DB::table('gather_crawls')
                    ->where('store_id', $store->id)
                    ->orderByDesc('id')
                    ->limit(20)
                    ->get(),
                'sitemaps' => DB::table('gather_sitemaps')
                    ->where('crawl_id', Crawls::latest($store->id)->id ?? 0)
                    ->where('is_read', 1)
                    ->orderBy('level')
                    ->orderBy('url')
                    ->limit(200)
                    ->get(),
                'patterns' => DB::table('gather_patterns')
                    ->where('crawl_id', Crawls::latest($store->id)->id ?? 0)
                    ->where('cut', '>', 0)
                    ->orderByDesc('cut')
                    ->limit(100)
                    ->get(),
            ] + $this->state($store),
        );
    }

    public function progress(Store $store): View
    {
        return view('gather.progress', ['store' => $store] + $this->state($store));
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

    /** @return array{work: ?WorkView, crawl: ?stdClass, failures: iterable<stdClass>, queued: int} */
    private function state(Store $store): array
    {
        $crawl = Crawls::latest($store->id);

        return [
            'work' => WorkView::latest($store->id, CrawlWork::sort()),
            'crawl' => $crawl,
            'failures' => $crawl === null
                    ? []
                    : DB::table('gather_frontier')
                        ->join('pages', 'pages.id', '=', 'gather_frontier.page_id')
                        ->where('crawl_id', $crawl->id)
                        ->where('state', 2)
                        ->limit(20)
                        ->get(['url', 'problem']),
            'queued' => $crawl === null
                    ? 0
                    : DB::table('gather_frontier')->where('crawl_id', $crawl->id)->where('state', 0)->count(),
        ];
    }
}

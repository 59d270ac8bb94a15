<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkView;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Crawls of a store, and how far the newest is. */
final class CrawlScreen
{
    /** @return array<string, mixed> for the view gather.crawl */
    public static function of(Store $store): array
    {
        $state = self::state($store);
        $crawl = $state['crawl']->id ?? 0;

        return [
            'store' => $store,
            'crawls' => Records::of(
                Crawl::class,
                Rows::of(
                    DB::table('gather_crawls')->where('store_id', $store->id)->orderByDesc('id')->limit(20)->get(),
                ),
            ),
            'sitemaps' => Records::of(
                ReadSitemap::class,
                Rows::of(
                    DB::table('gather_sitemaps')
                        ->where('crawl_id', $crawl)
                        ->where('is_read', 1)
                        ->orderBy('level')
                        ->orderBy('url')
                        ->limit(200)
                        ->get(),
                ),
            ),
            'patterns' => Records::of(
                CutPattern::class,
                Rows::of(
                    DB::table('gather_patterns')
                        ->where('crawl_id', $crawl)
                        ->where('cut', '>', 0)
                        ->orderByDesc('cut')
                        ->limit(100)
                        ->get(),
                ),
            ),
        ] + $state;
    }

    /**
     * Its work, the newest crawl, its failures, and pages queued.
     *
     * @return array{work: ?WorkView, crawl: ?Crawl, failures: list<FailedFetch>, queued: int}
     */
    public static function state(Store $store): array
    {
        $crawl = Crawl::latest($store->id);

        return [
            'work' => WorkView::latest($store->id, CrawlWork::sort()),
            'crawl' => $crawl,
            'failures' => $crawl === null
                    ? []
                    : Records::of(
                        FailedFetch::class,
                        Rows::of(
                            DB::table('gather_frontier')
                                ->join('pages', 'pages.id', '=', 'gather_frontier.page_id')
                                ->where('crawl_id', $crawl->id)
                                ->where('state', 2)
                                ->limit(20)
                                ->get(['url', 'problem']),
                        ),
                    ),
            'queued' => $crawl === null
                    ? 0
                    : DB::table('gather_frontier')->where('crawl_id', $crawl->id)->where('state', 0)->count(),
        ];
    }
}

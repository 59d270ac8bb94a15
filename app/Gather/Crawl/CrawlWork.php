<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

use App\Catalogue\PageResources;
use App\Changes\Drifts;
use App\Connectors\Http\AddressRefused;
use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpRequest;
use App\Connectors\Shop\ShopUnavailable;
use App\Facts\NumberWindow;
use App\Gather\Changed\Comparisons;
use App\Gather\Sync\ResourceSync;
use App\Gather\Sync\ShownTexts;
use App\Inventory\Events\InventoryRefreshed;
use App\Inventory\Index\DepthRebuild;
use App\Inventory\Index\IndexRebuild;
use App\Inventory\LastRead;
use App\Inventory\LinkBook;
use App\Inventory\PageBook;
use App\Inventory\Succession;
use App\Platform\Typed;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Connections;
use App\Stores\Models\Store;
use Closure;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Robots\RobotsTxt;
use Orchard\Core\Url\PageUrl;

/**
 * A crawl from the first request to the finished inventory, phase by phase; each phase can be done again from its start
 * or goes on where it was.
 */
final class CrawlWork implements LongWork
{
    private const PHASES = [
        'robots' => 'sync',
        'sync' => 'sitemaps',
        'sitemaps' => 'pages',
        'pages' => 'index',
        'index' => 'depth',
        'depth' => 'texts',
        'texts' => 'tidy',
        'tidy' => 'done',
    ];

    public function __construct(private readonly Connections $connections, private readonly Drifts $drifts)
    {
    }

    public static function sort(): string
    {
        return 'gather.crawl';
    }

    public static function title(): string
    {
        return 'a crawl';
    }

    public static function queue(): string
    {
        return 'bulk';
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->findOrFail($run->storeId);
        while (! $run->timeIsUp()) {
            if ($run->stopAsked()) {
                return SliceEnd::stopped();
            }
            $crawl = Crawl::byId($run->subjectId);
            if ($crawl === null) {
                return SliceEnd::failed('The crawl no longer exists.');
            }
            $phase = $crawl->phase;
            $run->beat(
                [
                    'phase' => $phase,
                    'fetched' => $crawl->fetched,
                    'failed' => $crawl->failed,
                    'barred' => $crawl->barred,
                ],
                force: true,
            );
            $wait = in_array($phase, ['robots', 'sitemaps', 'pages'], true)
                ? $store
                    ->options()
                    ->crawlTimes()
                    ->secondsToWait(new \DateTimeImmutable('now', new \DateTimeZone($store->timezone)))
                : 0;
            if ($wait > 0) {
                $run->beat(['waits' => $wait], force: true);

                // Not the whole time at once, so that a stop or other hours are heeded soon.
                return SliceEnd::later(min(300, $wait));
            }
            $run->beat(['waits' => 0]);
            $end = match ($phase) {
                'robots' => $this->robots($run, $store, $crawl),
                'sync' => $this->sync($run, $store),
                'sitemaps' => (new SitemapReading($run, $store, $crawl))->work() ? null : SliceEnd::more(),
                'pages' => (new PageFetching($run, $store, $crawl))->work(),
                'index' => $this->index($run, $store, $crawl) ? null : SliceEnd::more(),
                'depth' => $this->depth($store, $run),
                'texts' => $this->texts($store, $run, $crawl),
                'tidy' => $this->tidy($store, $run, $crawl),
                default => SliceEnd::done(),
            };
            if ($end !== null) {
                return $end;
            }
            // What a phase held is given back, or the next one's needs come on top of it.
            gc_mem_caches();
            $next = self::PHASES[$phase];
            $run->fenced(function () use ($run, $phase, $next, $crawl): void {
                $set = ['phase' => $next];
                if ($phase === 'pages') {
                    $set['doubt'] = CrawlTrust::doubt($crawl->storeId, $run->subjectId);
                }
                if ($next === 'done') {
                    $set += ['state' => $crawl->isWhole() ? 'complete' : 'incomplete', 'ended_at' => now()];
                }
                DB::table('gather_crawls')->where('id', $run->subjectId)->update($set);
            });
        }

        return SliceEnd::more();
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
        if ($end->state === 'done') {
            $crawled = Typed::int(DB::table('gather_crawls')->where('id', $subjectId)->value('store_id'));
            app(Comparisons::class)->ofLatest(Store::query()->findOrFail($crawled));
        } else {
            DB::table('gather_crawls')
                ->where('id', $subjectId)
                ->update([
                    'state' => $end->state,
                    'remark' => $end->problem === null ? null : mb_substr($end->problem, 0, 400),
                    'ended_at' => now(),
                ]);
        }
    }

    /** A crawl concludes something only when nothing was cut off and the shop answered nearly all the time. */
    private function robots(WorkRun $run, Store $store, Crawl $crawl): ?SliceEnd
    {
        $base = $crawl->base();
        $options = $store->options();
        $http = GuardedHttp::allowing($options->privateHosts);
        $url = $base;
        $answer = null;
        // RFC 9309 section 2.3.1.2: at least five redirects are followed.
        $next = $base->resolve('/robots.txt');
        for ($hops = 0; $hops < 6 && $next !== null; $hops++) {
            $url = $next;
            $answer = $http->fetch(new HttpRequest($url, timeout: $options->timeout, maxBytes: RobotsTxt::MAX_BYTES));
            $next =
                $answer->status >= 300 && $answer->status < 400
                    ? $url->resolve((string) $answer->header('location'))
                    : null;
        }
        $status = $answer === null ? 0 : $answer->status;
        if ($status === 0) {
            return SliceEnd::failed("The shop does not answer at {$base->text()}: ".$answer?->problem);
        }
        $rules = RobotsTxt::fromAnswer($status, (string) $answer?->body, GuardedHttp::PRODUCT_TOKEN);
        if ($rules->isShut()) {
            return SliceEnd::failed(
                "robots.txt answered $status; until it can be read, nothing may be fetched (RFC 9309).",
            );
        }
        $missing = self::missing($http, $base, $rules, $options->timeout);
        $run->fenced(static function () use ($run, $answer, $status, $base, $store, $missing): void {
            DB::table('gather_crawls')
                ->where('id', $run->subjectId)
                ->update([
                    'robots' => mb_scrub((string) $answer?->body),
                    'robots_status' => $status,
                    'missing' => $missing,
                ]);
            (new Frontier($run->subjectId, $store))->addPages(
                (new PageBook($store))->idsOf([$base->digest() => $base->text()]),
                0,
            );
        });

        return null;
    }

    /** What the shop shows for an address that surely does not exist, where it does not say that it is not found. */
    private static function missing(GuardedHttp $http, PageUrl $base, RobotsTxt $rules, int $timeout): ?string
    {
        $url = $base->resolve('/'.substr(md5('no such page'.$base->text()), 0, 24));
        if ($url === null || ! $rules->allows($url->target())) {
            return null;
        }
        $answer = $http->fetch(new HttpRequest($url, timeout: $timeout, maxBytes: 1_000_000));

        return $answer->status === 200 &&
            preg_match('~^(text/html|application/xhtml\+xml)~i', (string) $answer->header('content-type')) === 1
            ? $answer->body
            : null;
    }

    /** What the shop's back office cannot be asked for is told, and is no reason to leave the public pages alone. */
    private function sync(WorkRun $run, Store $store): ?SliceEnd
    {
        if (! $this->connections->hasShop($store)) {
            return null;
        }
        try {
            if (! (new ResourceSync($store, $this->connections->shop($store)))->work($run)) {
                return SliceEnd::more();
            }
            $strays = $run->progress()['strays'] ?? 0;
            $told =
                is_int($strays) && $strays > 0
                    ? number_format($strays).
                        ' things of the shop have no address among its pages, so they were '.
                        'left out. Look at the field “path” under Connect the shop.'
                    : null;
        } catch (ShopUnavailable|AddressRefused $wrong) {
            $told = mb_substr(
                "The shop's products and collections could not be read, so they stay as they were: ".
                    $wrong->getMessage(),
                0,
                400,
            );
        }
        $told === null ||
            $run->fenced(
                static fn (): int => DB::table('gather_crawls')
                    ->where('id', $run->subjectId)
                    ->update(['sync_problem' => $told]),
            );

        return null;
    }

    /** @return bool whether the list table is whole; else the next slice goes on */
    private function index(WorkRun $run, Store $store, Crawl $crawl): bool
    {
        $isComplete = $crawl->isWhole();
        if ($isComplete && ! is_int($run->progress()['indexed_to'] ?? null)) {
            $pages = new PageBook($store);
            foreach ((new Frontier($crawl->id, $store))->cutOff() as $ids) {
                $run->fenced(static fn () => $pages->stillThere($crawl->id, $ids));
            }
        }

        return (new IndexRebuild($store, $crawl->id, $isComplete))->work($run);
    }

    private function depth(Store $store, WorkRun $run): null
    {
        (new DepthRebuild($store))->work($run);

        return null;
    }

    private function texts(Store $store, WorkRun $run, Crawl $crawl): null
    {
        $this->pageResources($store)->work($run);
        (new ShownTexts($store))->work($run);
        $run->fenced(fn (): int => $this->drifts->look($store));
        NumberWindow::refresh($store, static function (Closure $write) use ($run): void {
            $run->fenced($write);
            $run->beat();
        });
        $run->fenced(fn () => LastRead::tell($store, $run->subjectId, $crawl->isWhole()));
        InventoryRefreshed::dispatch($store->id, static fn () => $run->beat());

        return null;
    }

    /** What the shop's API does not tell of is written for by its page. */
    private function pageResources(Store $store): PageResources
    {
        return new PageResources($store, PageResources::unmapped($this->connections->mapping($store)));
    }

    /** Only the newest crawl's frontier is kept, and only the links of pages that are still there. */
    private function tidy(Store $store, WorkRun $run, Crawl $crawl): ?SliceEnd
    {
        $links = new LinkBook($store->id);
        $complete = $crawl->isWhole();
        $run->fenced(static fn () => Succession::find($run->storeId, $run->subjectId));
        $run->fenced(
            static fn () => DB::delete(
                'DELETE p FROM gather_patterns p JOIN gather_crawls c ON c.id = p.crawl_id WHERE c.store_id = ?
                    AND (p.cut = 0 OR c.id < ?)',
                [$run->storeId, $run->subjectId],
            ),
        );
        $older = DB::table('gather_crawls')
            ->where('store_id', $store->id)
            ->where('id', '<', $run->subjectId)
            ->pluck('id');
        do {
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
            $more = $run->fenced(static fn (): bool => $complete && $links->forgetGone($run->subjectId));
            foreach ($older as $id) {
                $more = DB::delete('DELETE FROM gather_frontier WHERE crawl_id = ? LIMIT 20000', [$id]) > 0 || $more;
            }
            $run->beat();
        } while ($more);

        return null;
    }
}

<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

use App\Platform\Typed;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use DateTimeImmutable;
use DateTimeZone;
use Illuminate\Support\Facades\DB;
use RuntimeException;

/** Begins, stops and resumes crawls; one at a time in a store. */
final class Crawls
{
    public function __construct(private readonly WorkDesk $desk)
    {
    }

    /**
     * @return array{crawl: int, work: int}
     *
     * @throws RuntimeException when one is under way
     */
    public function begin(Store $store, ?int $userId): array
    {
        return DB::transaction(function () use ($store, $userId): array {
            // The row of the store is the lock: two people who press at once start one crawl.
            DB::table('stores')->where('id', $store->id)->lockForUpdate()->first();
            if ($this->underWay($store) !== null) {
                throw new RuntimeException('A crawl of this store is under way already.');
            }
            $options = $store->options();
            $crawl = DB::table('gather_crawls')->insertGetId([
                'store_id' => $store->id,
                'state' => 'running',
                'base_url' => $store->base_url,
                'concurrency' => $options->concurrency,
                'page_limit' => $options->pageLimit,
                'started_at' => now(),
            ]);

            return [
                'crawl' => $crawl,
                'work' => $this->desk->begin(new NewWork(CrawlWork::class, $store->id, $crawl, $userId)),
            ];
        });
    }

    /**
     * Lets the newest crawl go on where it stopped or failed. Pages that the shop refused meanwhile are asked for
     * again, before the others: what was said of them is true no longer if the shop lets the crawl in now.
     *
     * @return bool whether there was one to go on
     */
    public function goOn(Store $store): bool
    {
        $crawl = Crawl::latest($store->id);
        $work =
            $crawl === null
                ? null
                : DB::table('work')
                    ->where('sort', CrawlWork::sort())
                    ->where('subject_id', $crawl->id)
                    ->orderByDesc('id')
                    ->value('id');
        if ($crawl === null || $work === null || ! in_array($crawl->state, ['failed', 'stopped'], true)) {
            return false;
        }
        DB::transaction(function () use ($store, $crawl, $work): void {
            $again = (new Frontier($crawl->id, $store))->askAgain(CrawlTrust::REFUSALS);
            DB::table('gather_crawls')
                ->where('id', $crawl->id)
                ->update([
                    'state' => 'running',
                    'remark' => null,
                    'ended_at' => null,
                    'fetched' => max(0, $crawl->fetched - $again),
                ]);
            $this->desk->resume(Typed::int($work));
        });

        return true;
    }

    /** Begins the crawls whose time has come. */
    public function beginDue(): void
    {
        foreach (Store::query()->atWork()->get() as $store) {
            $latest = Crawl::latest($store->id);
            $now = new DateTimeImmutable('now', new DateTimeZone($store->timezone));
            if (
                $store
                    ->options()
                    ->crawlTimes()
                    ->isDue(
                        $now,
                        $latest === null ? null : new DateTimeImmutable($latest->startedAt, new DateTimeZone('UTC')),
                    ) &&
                $this->underWay($store) === null
            ) {
                $this->begin($store, null);
            }
        }
    }

    /** The work of a crawl that is waiting, running, stopped or failed and could go on. */
    public function underWay(Store $store): ?int
    {
        $id = DB::table('work')
            ->where('store_id', $store->id)
            ->where('sort', CrawlWork::sort())
            ->whereIn('state', ['waiting', 'running'])
            ->value('id');

        return $id === null ? null : Typed::int($id);
    }

    /** The newest crawl whose links and depths the inventory shows; 0 where there is none. */
    public static function shown(int $storeId): int
    {
        return Typed::int(
            DB::table('gather_crawls')
                ->where('store_id', $storeId)
                ->whereIn('state', ['complete', 'incomplete'])
                ->max('id'),
        );
    }
}

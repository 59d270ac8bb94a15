<?php

declare(strict_types=1);

namespace App\Gather\Feeds;

use App\Platform\Typed;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Connections;
use App\Stores\Models\Store;
use DateTimeImmutable;
use DateTimeZone;
use Illuminate\Support\Facades\DB;
use RuntimeException;

/** Begins the pulling of feeds: every night, on demand, and after a simulated feed's clock was moved on. */
final readonly class Feeds
{
    public function __construct(private WorkDesk $desk)
    {
    }

    /** @return int the work's id; one that is under way goes on */
    public function pull(Store $store, ?int $userId): int
    {
        return DB::transaction(function () use ($store, $userId): int {
            DB::table('stores')->where('id', $store->id)->lockForUpdate()->first();
            $active = DB::table('work')
                ->where('store_id', $store->id)
                ->where('sort', FeedWork::sort())
                ->whereIn('state', ['waiting', 'running'])
                ->value('id');

            return $active === null
                ? $this->desk->begin(new NewWork(FeedWork::class, $store->id, 0, $userId))
                : Typed::int($active);
        });
    }

    public function pullAll(): void
    {
        $ids = DB::table('connections')->where('sort', 'feed')->where('url', '<>', '')->pluck('store_id');
        foreach (Store::query()->atWork()->whereIn('id', $ids)->get() as $store) {
            $this->pull($store, null);
        }
    }

    /**
     * Moves a simulated feed's clock on; the store's days follow it.
     *
     * @return string the new day
     *
     * @throws RuntimeException where the feed has no clock
     */
    public function moveOn(Store $store, int $days): string
    {
        $today =
            app(Connections::class)->feed($store)?->clock(max(1, min(400, $days))) ??
            throw new RuntimeException('This feed has no clock that could be moved on.');
        $ahead = (new DateTimeImmutable('today', new DateTimeZone($store->timezone)))
            ->setTime(0, 0)
            ->diff(new DateTimeImmutable($today, new DateTimeZone($store->timezone)))
            ->format('%r%a');
        $store->setClock(max(0, (int) $ahead));

        return $today;
    }
}

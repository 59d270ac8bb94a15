<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use App\Changes\Events\TrialEnded;
use App\Inventory\Events\FiguresChanged;
use App\Platform\Typed;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;

/** Begins to judge: after each weighing, when a trial ends, each night, and when somebody asks. */
final readonly class Judgings
{
    public function __construct(private WorkDesk $desk)
    {
    }

    /** @return int the work's id; that of one that waits already, where there is one */
    public function begin(int $store, ?int $userId): int
    {
        $waiting = DB::table('work')
            ->where('store_id', $store)
            ->where('sort', JudgeWork::sort())
            ->where('state', 'waiting')
            ->whereNull('started_at')
            ->orderByDesc('id')
            ->value('id');

        return $waiting === null
            ? $this->desk->begin(new NewWork(JudgeWork::class, $store, 0, $userId))
            : Typed::int($waiting);
    }

    /** Stores at work that have something to judge. */
    public function beginAll(): void
    {
        $stores = Store::query()
            ->whereIn('id', DB::table('history')->whereNotNull('release_id')->select('store_id'))
            ->orWhereIn('id', DB::table('watch_changes')->select('store_id'));
        foreach ($stores->get() as $store) {
            $store->isAtWork() && $this->begin($store->id, null);
        }
    }

    public static function listen(): void
    {
        Event::listen([FiguresChanged::class, TrialEnded::class], static function (
            FiguresChanged|TrialEnded $event,
        ): void {
            app(self::class)->begin($event->storeId, null);
        });
    }
}

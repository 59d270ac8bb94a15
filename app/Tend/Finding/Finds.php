<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Inventory\Events\FiguresChanged;
use App\Inventory\Events\InventoryRefreshed;
use App\Platform\Typed;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;

/**
 * Begins to look through a store by itself after each crawl; after each weighing only what things are worth is told
 * anew.
 */
final readonly class Finds
{
    public function __construct(private WorkDesk $desk)
    {
    }

    /**
     * @param  class-string<\App\Platform\Work\LongWork>  $work
     * @return int the work's id; that of one that waits already, where there is one
     */
    public function begin(int $store, ?int $userId, string $work = FindWork::class): int
    {
        $waiting = DB::table('work')
            ->where('store_id', $store)
            ->where('sort', $work::sort())
            ->where('state', 'waiting')
            ->whereNull('started_at')
            ->orderByDesc('id')
            ->value('id');

        return $waiting === null ? $this->desk->begin(new NewWork($work, $store, 0, $userId)) : Typed::int($waiting);
    }

    public static function listen(): void
    {
        Event::listen([InventoryRefreshed::class, FiguresChanged::class], static function (
            InventoryRefreshed|FiguresChanged $event,
        ): void {
            $work = $event instanceof FiguresChanged ? WorthWork::class : FindWork::class;
            app(self::class)->begin($event->storeId, null, $work);
        });
    }
}

<?php

declare(strict_types=1);

namespace App\Match\Tracking;

use App\Inventory\Events\FiguresChanged;
use App\Match\Roads\RoadBook;
use App\Platform\Typed;
use App\Platform\Work\LongWork;
use App\Platform\Work\NewWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Brings the days of tracked terms up to date: when terms are tracked, and when new search rows were weighed. */
final class TrackWork implements LongWork
{
    public static function sort(): string
    {
        return 'match.track';
    }

    public static function title(): string
    {
        return 'the days of tracked terms';
    }

    public static function queue(): string
    {
        return 'bulk';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    /**
     * @return ?int the work's number; null where the store tracks nothing. Work that waits takes in what was tracked
     * since; work that has begun may have read its terms already, and is followed by another.
     */
    public static function begin(Store $store, ?int $userId): ?int
    {
        if (! DB::table('match_said')->where('store_id', $store->id)->where('tracked', 1)->exists()) {
            DB::table('match_days')->where('store_id', $store->id)->limit(1)->exists() && TermDays::forget($store);

            return null;
        }
        $waiting = DB::table('work')
            ->where('store_id', $store->id)
            ->where('sort', self::sort())
            ->where('state', 'waiting')
            ->value('id');

        return is_numeric($waiting)
            ? (int) $waiting
            : app(WorkDesk::class)->begin(new NewWork(self::class, $store->id, $store->id, $userId));
    }

    public static function afterWeighing(FiguresChanged $event): void
    {
        self::begin(Store::query()->findOrFail($event->storeId), null);
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->findOrFail($run->storeId);
        $months = is_array($run->progress()['months'] ?? null) ? $run->progress()['months'] : [];
        $days = new TermDays($store, $run);
        while (($month = $days->next(array_values(Typed::texts($months)))) !== null) {
            $days->month($month);
            $months[] = $month;
            $run->beat(['phase' => "reading $month", 'months' => $months], force: true);
            if ($run->stopAsked()) {
                return SliceEnd::stopped();
            }
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
        $days->sumUp();
        $run->fenced(static fn () => RoadBook::reach($store));

        return SliceEnd::done();
    }
}

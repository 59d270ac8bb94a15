<?php

declare(strict_types=1);

namespace App\Watch;

use App\Stores\Models\Store;
use App\Stores\Steps\Duty;
use App\Stores\Steps\Hand;
use App\Stores\Steps\Missing;
use App\Stores\Steps\Step;
use App\Stores\Steps\StepContribution;
use App\Stores\Steps\Waiting;
use App\Stores\StoreTime;
use App\Watch\Changed\Decision;
use App\Watch\Judging\JudgeWork;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Outcome\Verdict;

final class WatchStep implements StepContribution
{
    public function step(): Step
    {
        return Step::Watch;
    }

    public function url(Store $store): string
    {
        return route('watch', $store);
    }

    public function waiting(Store $store): ?Waiting
    {
        $results = self::toRead($store);

        return $results === 0 ? null : new Waiting($results, $results === 1 ? 'result to read' : 'results to read');
    }

    public function hand(Store $store): ?Hand
    {
        $lost = DB::table('watch_changes')
            ->where('store_id', $store->id)
            ->where('verdict', Verdict::Lost->value)
            ->where('decided', Decision::Open->value)
            ->count();

        if ($lost > 0) {
            return new Hand(
                $lost,
                $lost === 1 ? 'change lost clicks' : 'changes lost clicks',
                route('watch', $store),
                'Look, and take back',
            );
        }
        $results = self::toRead($store);

        return $results === 0
            ? null
            : new Hand(
                $results,
                $results === 1 ? 'result is to be read: what a change earned' : 'results are to be read',
                route('watch', $store),
                $results === 1 ? 'Read it' : 'Read them',
            );
    }

    public function missing(Store $store): ?Missing
    {
        return null;
    }

    private static function toRead(Store $store): int
    {
        return DB::table('watch_changes')
            ->where('store_id', $store->id)
            ->whereIn('verdict', [Verdict::Earned->value, Verdict::Lost->value, Verdict::None->value])
            ->where('decided', Decision::Open->value)
            ->count();
    }

    public function duties(Store $store): array
    {
        return [
            new Duty(
                'Judging of what was released',
                'each night at '.StoreTime::ofDay($store, '03:20').', and after each weighing',
                JudgeWork::sort(),
            ),
        ];
    }
}

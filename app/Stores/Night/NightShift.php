<?php

declare(strict_types=1);

namespace App\Stores\Night;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Stores\Steps\Duty;
use App\Stores\Steps\StepBoard;
use Illuminate\Support\Facades\DB;

/** What runs by itself for a store, with the newest run of each, and which of them failed. */
final readonly class NightShift
{
    public function __construct(private StepBoard $steps)
    {
    }

    /** @return list<array{duty: Duty, run: ?DutyRun}> */
    public function of(Store $store): array
    {
        $duties = $this->steps->duties($store);
        $runs = self::runs($store, $duties);

        return array_map(
            static fn (Duty $duty): array => ['duty' => $duty, 'run' => $runs[(string) $duty->sort] ?? null],
            $duties,
        );
    }

    /** @return list<array{duty: Duty, run: DutyRun}> what failed when it ran last, and has not run since */
    public function failed(Store $store): array
    {
        $failed = [];
        foreach ($this->of($store) as ['duty' => $duty, 'run' => $run]) {
            if ($run !== null && $run->hasFailed()) {
                $failed[] = ['duty' => $duty, 'run' => $run];
            }
        }

        return $failed;
    }

    /**
     * @param  list<Duty>  $duties
     * @return array<string, DutyRun> the newest run by sort
     */
    private static function runs(Store $store, array $duties): array
    {
        $sorts = array_values(array_filter(array_column($duties, 'sort')));
        if ($sorts === []) {
            return [];
        }
        $newest = DB::table('work')
            ->where('store_id', $store->id)
            ->whereIn('sort', $sorts)
            ->groupBy('sort')
            ->selectRaw('MAX(id) AS id');
        $runs = [];
        foreach (
            Rows::of(
                DB::table('work')
                    ->joinSub($newest, 'newest', 'newest.id', '=', 'work.id')
                    ->leftJoin('users', 'users.id', '=', 'work.user_id')
                    ->get(['work.*', 'users.name as by_name']),
            ) as $row
        ) {
            $runs[$row->text('sort')] = DutyRun::fromRow($row);
        }

        return $runs;
    }
}

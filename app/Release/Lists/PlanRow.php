<?php

declare(strict_types=1);

namespace App\Release\Lists;

use App\Facts\Calendar\Coming;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Release\Planning\Plan;
use App\Release\Planning\PlanState;
use App\Stores\Models\Store;
use DateTimeZone;
use Illuminate\Support\Facades\DB;

/** A planned release with what is in it, for the list of those that wait or did not go. */
final readonly class PlanRow
{
    private function __construct(public Plan $plan, public int $changes, public ?string $by)
    {
    }

    /** @return list<self> in the order in which they go */
    public static function all(Store $store): array
    {
        $rows = Rows::of(
            DB::table('release_plans as p')
                ->leftJoin('users as u', 'u.id', '=', 'p.user_id')
                ->where('p.store_id', $store->id)
                ->whereIn('p.state', [PlanState::Planned->value, PlanState::Held->value, PlanState::Missed->value])
                ->orderBy('p.sends_at')
                ->orderBy('p.id')
                ->limit(100)
                ->select(['p.*', 'u.name as by_name'])
                ->selectSub(
                    DB::table('release_plan_changes as c')->whereColumn('c.plan_id', 'p.id')->selectRaw('COUNT(*)'),
                    'changes',
                )
                ->get(),
        );

        return array_values(
            $rows
                ->map(
                    static fn (Row $row): self => new self(
                        Plan::fromRow($row),
                        $row->int('changes'),
                        $row->textOrNull('by_name'),
                    ),
                )
                ->all(),
        );
    }

    /** @return list<Coming> those that go by themselves */
    public static function coming(Store $store): array
    {
        $coming = [];
        foreach (self::all($store) as $row) {
            if ($row->plan->state === PlanState::Planned) {
                $coming[] = new Coming(
                    $row->plan->sendsAt->setTimezone(new DateTimeZone($store->timezone))->format('Y-m-d H:i'),
                    "the release “{$row->plan->name}” goes".($row->plan->part < 100 ? ', a first part of it' : ''),
                    route('release', $store),
                );
            }
        }

        return $coming;
    }
}

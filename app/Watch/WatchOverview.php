<?php

declare(strict_types=1);

namespace App\Watch;

use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Stores\Overview\Change;
use App\Stores\Overview\Mark;
use App\Stores\Overview\OverviewBoard;
use App\Watch\Changed\ChangeSource;
use App\Watch\Changed\Decision;
use App\Watch\Lists\ResultList;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Outcome\Verdict;

/** What Watch puts on the overview: results that were told since, and days of changes made elsewhere. */
final class WatchOverview
{
    public static function register(OverviewBoard $board): void
    {
        $board->tellChanges(self::changes(...));
        $board->tellMarks(self::marks(...));
    }

    /** @return list<Change> */
    public static function changes(Store $store, Carbon $since): array
    {
        $changes = [];
        foreach (
            Rows::of(
                DB::table('watch_changes')
                    ->where('store_id', $store->id)
                    ->where('judged_at', '>=', $since)
                    ->whereIn('verdict', [Verdict::Earned->value, Verdict::Lost->value])
                    ->where('decided', Decision::Open->value)
                    ->orderByDesc('judged_at')
                    ->limit(5)
                    ->get(['id', 'judged_at']),
            ) as $one
        ) {
            $row = ResultList::find($store, $one->int('id'));
            $row === null ||
                ($changes[] = new Change(
                    Carbon::parse($one->text('judged_at')),
                    "{$row->name} {$row->words($store->today())}",
                    route('watch.change', [$store, $row->id]),
                    'Read it',
                ));
        }

        return $changes;
    }

    /** @return list<Mark> */
    public static function marks(Store $store, string $from): array
    {
        return array_values(
            Rows::of(
                DB::table('watch_changes')
                    ->where('store_id', $store->id)
                    ->where('source', ChangeSource::Mark->value)
                    ->where('first_day', '>=', $from)
                    ->orderBy('first_day')
                    ->limit(40)
                    ->get(['first_day', 'name', 'pages']),
            )
                ->map(
                    static fn (Row $one): Mark => new Mark(
                        $one->text('first_day'),
                        "$one->name, ".number_format($one->int('pages')).' pages',
                    ),
                )
                ->all(),
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Untangle\Deciding\CauseSort;
use App\Untangle\Deciding\Means;
use App\Untangle\Deciding\Plan;
use Illuminate\Support\Facades\DB;
use stdClass;

/** Pages of a cause, and causes that are alike. */
final class CausePages
{
    /** @return list<stdClass> causes of the same sort and words, most clicks first */
    public static function familyOf(Store $store, stdClass $cause): array
    {
        $sort = CauseSort::from((string) $cause->sort);
        $family = CauseWords::family($cause);

        return array_values(
            array_filter(
                DB::table('untangle_causes')
                    ->where('store_id', $store->id)
                    ->where('sort', $cause->sort)
                    ->where('urls', '>', 0)
                    ->orderByDesc('clicks')
                    ->orderBy('id')
                    ->limit(2000)
                    ->get()
                    ->all(),
                static fn (stdClass $one): bool => CauseWords::family($one) === $family,
            ),
        );
    }

    /** @return list<int> addresses of a cause about which something is to be done */
    public static function toDo(Store $store, int $cause): array
    {
        return array_values(
            Typed::ints(
                DB::table('untangle_pages')
                    ->where('store_id', $store->id)
                    ->where('cause_id', $cause)
                    ->whereIn('action', Means::changes())
                    ->orderByDesc('clicks')
                    ->orderBy('page_id')
                    ->limit(Plan::MOST)
                    ->pluck('page_id')
                    ->all(),
            ),
        );
    }
}

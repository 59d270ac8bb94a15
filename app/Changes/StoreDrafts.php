<?php

declare(strict_types=1);

namespace App\Changes;

use App\Catalogue\PlannedResources;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Which drafts a store has: of numbers that somebody sends, only the store's own count. */
final class StoreDrafts
{
    /**
     * @param  list<int>  $resources
     * @return list<int> drafts of their texts
     */
    public static function ofResources(Store $store, array $resources): array
    {
        return array_values(
            Typed::ints(
                DB::table('drafts')
                    ->where('store_id', $store->id)
                    ->whereIn('resource_id', $resources)
                    ->pluck('id')
                    ->all(),
            ),
        );
    }

    /**
     * How many of these drafts wait until their planned page is there.
     *
     * @param  list<int>  $drafts
     */
    public static function waitingForPages(array $drafts): int
    {
        $waiting = 0;
        foreach (array_chunk($drafts, 5000) as $some) {
            $resources = Typed::ints(DB::table('drafts')->whereIn('id', $some)->pluck('resource_id')->all());
            $planned = PlannedResources::among(array_values(array_unique($resources)));
            $waiting += count(array_filter($resources, static fn (int $one): bool => isset($planned[$one])));
        }

        return $waiting;
    }

    public static function byId(Store $store, int $draft): ?Draft
    {
        $row = Rows::maybe(DB::table('drafts')->where('store_id', $store->id)->where('id', $draft)->first());

        return $row === null ? null : Draft::fromRow($row);
    }
}

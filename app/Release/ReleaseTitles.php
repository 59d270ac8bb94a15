<?php

declare(strict_types=1);

namespace App\Release;

use App\Changes\Live\ReleaseName;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use stdClass;

/** Tells other steps what releases are called, and where they are looked at. */
final class ReleaseTitles
{
    /**
     * @param  list<int>  $releases
     * @return array<int, ReleaseName>
     */
    public static function of(Store $store, array $releases): array
    {
        return DB::table('release_batches')
            ->where('store_id', $store->id)
            ->whereIn('id', $releases)
            ->get(['id', 'name', 'undo_of'])
            ->mapWithKeys(
                static fn (stdClass $one): array => [
                    (int) $one->id => new ReleaseName(
                        (int) $one->id,
                        (string) $one->name,
                        $one->undo_of === null ? null : (int) $one->undo_of,
                        route('release.show', [$store, $one->id]),
                    ),
                ],
            )
            ->all();
    }
}

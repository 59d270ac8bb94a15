<?php

declare(strict_types=1);

namespace App\Release;

use App\Changes\Live\ReleaseName;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Tells other steps what releases are called, and where they are looked at. */
final class ReleaseTitles
{
    /**
     * @param  list<int>  $releases
     * @return array<int, ReleaseName>
     */
    public static function of(Store $store, array $releases): array
    {
        return Rows::of(
            DB::table('release_batches')
                ->where('store_id', $store->id)
                ->whereIn('id', $releases)
                ->get(['id', 'name', 'undo_of']),
        )
            ->mapWithKeys(
                static fn (Row $one): array => [
                    $one->int('id') => new ReleaseName(
                        $one->int('id'),
                        $one->text('name'),
                        $one->intOrNull('undo_of'),
                        route('release.show', [$store, $one->id]),
                    ),
                ],
            )
            ->all();
    }
}

<?php

declare(strict_types=1);

namespace App\Release\Items;

use App\Platform\Typed;
use Illuminate\Support\Facades\DB;

/** How far the items of a release are. */
final class ItemCounts
{
    /** @return array<string, int> items by state; a state that none is in is left out */
    public static function of(int $release): array
    {
        return Typed::ints(
            DB::table('release_items')
                ->where('release_id', $release)
                ->groupBy('state')
                ->selectRaw('state, COUNT(*) AS n')
                ->pluck('n', 'state')
                ->all(),
        );
    }
}

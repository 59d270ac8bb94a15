<?php

declare(strict_types=1);

namespace App\Inventory;

use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\StructuredData\LifeState;

/**
 * Whether products can be bought, as people say it: that holds against files and pages until somebody takes it back.
 */
final class LivesByHand
{
    public static function say(Store $store, int $page, SaidLife $said, ?int $userId): void
    {
        $life = $said->life;
        if ($life === LifeState::Unknown) {
            DB::table('lives_by_hand')->where('page_id', $page)->delete();
        } else {
            $row = [
                'page_id' => $page,
                'store_id' => $store->id,
                'life' => $life->value,
                'back_on' => $said->backOn,
                'replaced_by' => $said->replacedBy,
                'user_id' => $userId,
                'set_at' => now(),
            ];
            DB::table('lives_by_hand')->upsert(
                [$row],
                ['page_id'],
                ['life', 'back_on', 'replaced_by', 'user_id', 'set_at'],
            );
        }
        // At once where the page is looked at; the next sorting brings in what files and pages tell beside it.
        DB::table('page_index')
            ->where('page_id', $page)
            ->update(['life' => $life->value]);
        $origin = $life === LifeState::Unknown ? LifeOrigin::Nobody : LifeOrigin::Hand;
        DB::table('page_products')
            ->where('page_id', $page)
            ->update([
                'life' => $life->value,
                'origin' => $origin->value,
                'back_on' => $said->backOn,
                'replaced_by' => $said->replacedBy,
            ]);
    }
}

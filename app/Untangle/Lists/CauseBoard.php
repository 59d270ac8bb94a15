<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Changes\AddressDrifts;
use App\Changes\AddressField;
use App\Changes\DraftState;
use App\Platform\Typed;
use App\Platform\Work\WorkView;
use App\Stores\Models\Store;
use App\Untangle\Finding\FindWork;
use Illuminate\Support\Facades\DB;

/** Why addresses of the store are the same pages, cause by cause. */
final class CauseBoard
{
    /** @return array<string, mixed> for the view untangle.index */
    public static function of(Store $store): array
    {
        CauseProgress::learn($store);
        $causes = Causes::all($store, 200);
        $left = $causes->filter(static fn (ListedCause $cause): bool => $cause->left() > 0);
        $open = $left->whereNull('decision');
        // The one with the most addresses shows best what is meant.
        $example = $open->where('tangles', '>', 0)->sortByDesc('urls')->first() ?? $causes->first();
        $tangle =
            $example === null
                ? 0
                : Typed::int(
                    DB::table('untangle_pages')
                        ->where('store_id', $store->id)
                        ->where('page_id', $example->examplePage)
                        ->value('tangle_id'),
                );

        return [
            'store' => $store,
            'foundAt' => DB::table('untangle_states')->where('store_id', $store->id)->value('found_at'),
            'work' => WorkView::latest($store->id, FindWork::sort()),
            'safe' => $open->where('isSafe', true),
            'yours' => $open->where('isSafe', false),
            'going' => $causes->filter(static fn (ListedCause $cause): bool => $cause->isOnTheWay()),
            'decided' => $left->whereNotNull('decision')->merge($causes->where('toDo', 0)->whereNotNull('decision')),
            'crawled' => DB::table('page_index')->where('store_id', $store->id)->exists(),
            'fine' => $causes->whereNull('decision')->where('toDo', 0),
            'example' => $example,
            'picture' => $tangle === 0 ? null : TanglePicture::of($store, $tangle, 6),
            'ready' => DB::table('address_changes')
                ->where('store_id', $store->id)
                ->whereIn('field', AddressField::decisive())
                ->where('state', DraftState::Ready->value)
                ->count(),
            'drifts' => AddressDrifts::list($store, AddressField::decisive(), 50),
        ];
    }
}

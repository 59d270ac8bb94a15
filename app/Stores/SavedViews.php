<?php

declare(strict_types=1);

namespace App\Stores;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Filters, order and columns of a list under a name: one's own, or shared with all who see the store. */
final class SavedViews
{
    /** @return list<SavedView> own ones and shared ones, by name */
    public static function of(Store $store, int $userId, string $screen): array
    {
        return array_values(
            array_map(
                SavedView::of(...),
                Rows::of(
                    DB::table('saved_views')
                        ->where('store_id', $store->id)
                        ->where('screen', $screen)
                        ->where(static fn ($query) => $query->where('user_id', $userId)->orWhere('is_shared', 1))
                        ->orderBy('name')
                        ->limit(100)
                        ->get(),
                )->all(),
            ),
        );
    }

    public static function save(Store $store, int $userId, NewView $view): void
    {
        DB::table('saved_views')->upsert(
            [
                [
                    'store_id' => $store->id,
                    'screen' => $view->screen,
                    'user_id' => $userId,
                    'name' => mb_substr(trim($view->name), 0, 80),
                    'query' => mb_strcut(http_build_query($view->query), 0, 2000),
                    'is_shared' => $view->isShared,
                ],
            ],
            ['store_id', 'screen', 'user_id', 'name'],
            ['query', 'is_shared'],
        );
    }

    /** Only whoever kept it can let it go. */
    public static function drop(Store $store, int $userId, int $id): void
    {
        DB::table('saved_views')->where('store_id', $store->id)->where('user_id', $userId)->where('id', $id)->delete();
    }
}

<?php

declare(strict_types=1);

namespace App\Catalogue;

use App\Platform\Typed;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Which resources a store has: of numbers that somebody sends, only the store's own count. */
final class StoreResources
{
    /** Collections that a form offers at most. */
    private const MOST = 2000;

    public static function has(Store $store, int $resource): bool
    {
        return self::of($store)->where('id', $resource)->exists();
    }

    /**
     * @param  list<int>  $resources
     * @return list<int> those that are the store's
     */
    public static function among(Store $store, array $resources): array
    {
        return array_values(Typed::ints(self::of($store)->whereIn('id', $resources)->pluck('id')->all()));
    }

    /**
     * @param  list<int>  $pages
     * @return list<int> resources that these pages show, each once
     */
    public static function ofPages(Store $store, array $pages): array
    {
        $resources = DB::table('pages')
            ->where('store_id', $store->id)
            ->whereIn('id', $pages)
            ->whereNotNull('resource_id')
            ->distinct()
            ->pluck('resource_id');

        return array_values(Typed::ints($resources->all()));
    }

    /** @return array<string, int> resources of collections by name; of several with one name the first */
    public static function collections(Store $store): array
    {
        return self::ofCollections($store)->orderByDesc('id')->pluck('id', 'name')->map(Typed::int(...))->all();
    }

    /** The page of a collection, where the store has it; else null. */
    public static function collectionPage(Store $store, ?int $page): ?int
    {
        return $page !== null && self::ofCollections($store)->where('page_id', $page)->exists() ? $page : null;
    }

    /** @return array<int, string> names of collections by page, in their order */
    public static function collectionPages(Store $store): array
    {
        return self::ofCollections($store)
            ->whereNotNull('page_id')
            ->orderBy('name')
            ->limit(self::MOST)
            ->pluck('name', 'page_id')
            ->map(Typed::text(...))
            ->all();
    }

    /** @return array<int, int> how many there are by how they were read: 0 from the shop, others from pages */
    public static function byOrigin(Store $store): array
    {
        return Typed::ints(
            self::of($store)
                ->where('gone', 0)
                ->groupBy('from_page')
                ->selectRaw('from_page, COUNT(*) AS n')
                ->pluck('n', 'from_page')
                ->all(),
        );
    }

    private static function of(Store $store): Builder
    {
        return DB::table('resources')->where('store_id', $store->id);
    }

    private static function ofCollections(Store $store): Builder
    {
        return self::of($store)->where('kind', PageKind::Collection->value)->where('gone', 0);
    }
}

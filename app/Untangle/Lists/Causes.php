<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;

/** Causes of a store, as people read them. */
final class Causes
{
    /** Causes of one sort among which a family is looked for. */
    private const MOST = 2000;

    public static function find(Store $store, int $cause): ?ListedCause
    {
        return Records::one(ListedCause::class, Rows::maybe(self::of($store)->where('c.id', $cause)->first()));
    }

    /** @return Collection<int, ListedCause> those that have addresses, most clicks first */
    public static function all(Store $store, int $most): Collection
    {
        $rows = Rows::of(
            self::of($store)
                ->where('c.urls', '>', 0)
                ->orderByDesc('c.clicks')
                ->orderByDesc('c.to_do')
                ->orderByDesc('c.urls')
                ->limit($most)
                ->get(),
        );

        return collect(Records::of(ListedCause::class, $rows));
    }

    /** @return list<ListedCause> causes of the same sort and words, most clicks first */
    public static function familyOf(Store $store, ListedCause $cause): array
    {
        $rows = Rows::of(
            self::of($store)
                ->where('c.sort', $cause->sort->value)
                ->where('c.urls', '>', 0)
                ->orderByDesc('c.clicks')
                ->orderBy('c.id')
                ->limit(self::MOST)
                ->get(),
        );

        return array_values(
            array_filter(
                Records::of(ListedCause::class, $rows),
                static fn (ListedCause $one): bool => $one->family() === $cause->family(),
            ),
        );
    }

    private static function of(Store $store): Builder
    {
        return DB::table('untangle_causes as c')
            ->leftJoin('users as u', 'u.id', '=', 'c.decided_by')
            ->where('c.store_id', $store->id)
            ->select(['c.*', 'u.name as user_name']);
    }
}

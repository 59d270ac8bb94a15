<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Untangle\Deciding\Means;
use App\Untangle\Deciding\Plan;
use Illuminate\Support\Facades\DB;

/** Pages of a cause, or of a tangle. */
final class CausePages
{
    private const MOST_REWRITTEN = 2000;

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

    /** @return list<int> those of toDo() that are safe to change */
    public static function safeToDo(Store $store, int $cause): array
    {
        $safe = array_flip(self::safe($store, [$cause]));

        return array_values(
            array_filter(self::toDo($store, $cause), static fn (int $page): bool => isset($safe[$page])),
        );
    }

    /**
     * Pages of causes that are safe to change, those with the most clicks first.
     *
     * @param  ?list<int>  $causes  null for all that are safe as a whole
     * @return list<int>
     */
    public static function safe(Store $store, ?array $causes): array
    {
        return Bulk::ids(
            Rows::of(
                DB::table('untangle_pages as u')
                    ->where('u.store_id', $store->id)
                    ->when(
                        $causes === null,
                        static fn ($query) => $query
                            ->join('untangle_causes as c', 'c.id', '=', 'u.cause_id')
                            ->where('c.is_safe', 1),
                        static fn ($query) => $query->whereIn('u.cause_id', $causes ?? []),
                    )
                    ->where('u.is_safe', 1)
                    ->whereIn('u.action', Means::changes())
                    ->orderByDesc('u.clicks')
                    ->orderBy('u.page_id')
                    ->limit(Plan::MOST)
                    ->get(['u.page_id']),
            )->all(),
            'page_id',
        );
    }

    /**
     * @param  array<int>  $pages
     * @return list<int> those that are of the cause
     */
    public static function among(Store $store, int $cause, array $pages): array
    {
        return array_values(
            Typed::ints(
                DB::table('untangle_pages')
                    ->where('store_id', $store->id)
                    ->where('cause_id', $cause)
                    ->whereIn('page_id', $pages)
                    ->pluck('page_id')
                    ->all(),
            ),
        );
    }

    /** The tangle of a page, 0 where it is in none; null where the page is not known. */
    public static function tangleOf(Store $store, int $page): ?int
    {
        $tangle = DB::table('untangle_pages')
            ->where('store_id', $store->id)
            ->where('page_id', $page)
            ->value('tangle_id');

        return $tangle === null ? null : Typed::int($tangle);
    }

    /** @return list<int> pages of a tangle */
    public static function ofTangle(Store $store, int $tangle): array
    {
        return Bulk::ids(
            Rows::of(
                DB::table('untangle_pages')
                    ->where('store_id', $store->id)
                    ->where('tangle_id', $tangle)
                    ->get(['page_id']),
            )->all(),
            'page_id',
        );
    }

    /** @return list<int> pages that are to get a text of their own, those with the most clicks first */
    public static function toRewrite(Store $store, int $cause): array
    {
        return Bulk::ids(
            Rows::of(
                DB::table('untangle_pages')
                    ->where('store_id', $store->id)
                    ->where('cause_id', $cause)
                    ->where('action', Means::Rewrite->value)
                    ->orderByDesc('clicks')
                    ->limit(self::MOST_REWRITTEN)
                    ->get(['page_id']),
            )->all(),
            'page_id',
        );
    }
}

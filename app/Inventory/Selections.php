<?php

declare(strict_types=1);

namespace App\Inventory;

use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use InvalidArgumentException;

/** Sets of pages that somebody picked: kept, so that other steps can take them up. */
final class Selections
{
    /** Those without a name are let go after so many days. */
    private const DAYS = 30;

    /**
     * @param  iterable<list<int>>  $pages  portions of page ids, of this store
     * @return int the selection's id
     *
     * @throws InvalidArgumentException where nothing was picked
     */
    public static function keep(Store $store, string $name, ?int $userId, iterable $pages): int
    {
        return DB::transaction(static function () use ($store, $name, $userId, $pages): int {
            $id = DB::table('page_selections')->insertGetId([
                'store_id' => $store->id,
                'user_id' => $userId,
                'name' => mb_substr(trim($name), 0, 120),
                'pages' => 0,
                'created_at' => now(),
            ]);
            $n = 0;
            $place = 0;
            foreach ($pages as $portion) {
                // In the order given, so that whoever takes them up can keep it.
                $known =
                    $portion === []
                        ? []
                        : array_flip(
                            Bulk::ids(
                                Rows::all(
                                    'SELECT id FROM pages WHERE store_id = ? AND id IN ('.Bulk::list($portion).')',
                                    [$store->id],
                                ),
                                'id',
                            ),
                        );
                $rows = [];
                foreach ($portion as $page) {
                    if (isset($known[$page])) {
                        $rows[] = [$id, $page, ++$place];
                    }
                }
                $n += Bulk::write('selected_pages', ['selection_id', 'page_id', 'place'], $rows, 'INSERT IGNORE');
            }
            if ($n === 0) {
                throw new InvalidArgumentException('No page is picked.');
            }
            DB::table('page_selections')
                ->where('id', $id)
                ->update(['pages' => $n]);

            return $id;
        });
    }

    /** The selection with this id; null where it is none of this store's. */
    public static function find(Store $store, ?int $id): ?PageSelection
    {
        $row = Rows::maybe(
            DB::table('page_selections')
                ->where('store_id', $store->id)
                ->where('id', $id ?? 0)
                ->first(),
        );

        return $row === null ? null : PageSelection::of($row);
    }

    /** @return list<PageSelection> the named ones, newest first */
    public static function named(Store $store): array
    {
        return array_values(
            array_map(
                PageSelection::of(...),
                Rows::of(
                    DB::table('page_selections')
                        ->where('store_id', $store->id)
                        ->where('name', '<>', '')
                        ->orderByDesc('id')
                        ->limit(50)
                        ->get(),
                )->all(),
            ),
        );
    }

    public static function drop(Store $store, int $id): void
    {
        if (self::find($store, $id) !== null) {
            DB::table('selected_pages')->where('selection_id', $id)->delete();
            DB::table('page_selections')->where('id', $id)->delete();
        }
    }

    public static function forgetOld(): void
    {
        foreach (
            DB::table('page_selections')
                ->where('name', '')
                ->where('created_at', '<', now()->subDays(self::DAYS))
                ->pluck('id') as $id
        ) {
            DB::table('selected_pages')->where('selection_id', $id)->delete();
            DB::table('page_selections')->where('id', $id)->delete();
        }
    }

    /**
     * Finds the pages that a pasted list of addresses means, one a line.
     *
     * @return array{pages: list<int>, unknown: list<string>}
     */
    public static function pasted(Store $store, string $text): array
    {
        $lines = array_slice(preg_split('/[\s,;]+/', $text, -1, PREG_SPLIT_NO_EMPTY) ?: [], 0, 50_000);
        [$found, $unknown] = PageAddress::pages($store, array_values(array_unique($lines)));

        return [
            'pages' => array_values(array_unique($found)),
            'unknown' => array_map(static fn (string $line): string => Str::limit($line, 200), $unknown),
        ];
    }
}

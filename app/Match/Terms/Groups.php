<?php

declare(strict_types=1);

namespace App\Match\Terms;

use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Groups of terms in the order of what they are worth; what each holds is counted when it is shown. */
final class Groups
{
    public const SIZE = 100;

    private const COUNTED = 'INSERT INTO match_groups (store_id, market_id, head_id, worth) SELECT store_id, market_id,
        head_id, SUM(worth) FROM match_terms WHERE store_id = ? AND market_id = ? AND excluded = 0';

    private const MANY = ' GROUP BY store_id, market_id, head_id HAVING COUNT(*) > 1';

    /** All groups of a market anew. */
    public static function rebuild(Store $store, int $market): void
    {
        DB::delete('DELETE FROM match_groups WHERE store_id = ? AND market_id = ?', [$store->id, $market]);
        DB::insert(self::COUNTED.self::MANY, [$store->id, $market]);
    }

    /**
     * Those of some head terms, into which or out of which somebody put a term.
     *
     * @param  list<int>  $heads
     */
    public static function refresh(Store $store, int $market, array $heads): void
    {
        if ($heads === []) {
            return;
        }
        $list = Bulk::list($heads);
        DB::delete("DELETE FROM match_groups WHERE store_id = ? AND market_id = ? AND head_id IN ($list)", [
            $store->id,
            $market,
        ]);
        DB::insert(self::COUNTED." AND head_id IN ($list)".self::MANY, [$store->id, $market]);
    }

    /**
     * The groups in which the lead terms of pages stand.
     *
     * @param  list<int>  $pages
     * @return array<int, string> head term by page; a term that stands alone is a group of its own
     */
    public static function ofPages(Store $store, array $pages): array
    {
        $heads = [];
        foreach (array_chunk($pages, 2000) as $some) {
            foreach (
                Rows::all(
                    'SELECT t.lead_page AS page, h.term FROM match_terms t JOIN match_terms h ON h.id =
                        IF(t.head_id = 0, t.id, t.head_id) WHERE t.store_id = ? AND t.lead_page IN ('.
                        Bulk::list($some).
                        ') ORDER BY t.worth, t.id',
                    [$store->id],
                ) as $row
            ) {
                $heads[$row->int('page')] = $row->text('term');
            }
        }

        return $heads;
    }

    public static function count(Store $store, int $market): int
    {
        return DB::table('match_groups')->where('store_id', $store->id)->where('market_id', $market)->count();
    }

    /**
     * @param  int  $page  from 1
     * @return list<TermGroup>
     */
    public static function page(Store $store, int $market, int $page): array
    {
        $heads = Rows::all(
            'SELECT g.head_id AS id, h.term, h.volume, h.asked FROM match_groups g JOIN match_terms h ON h.id =
                g.head_id
                WHERE g.store_id = ? AND g.market_id = ? ORDER BY g.worth DESC, g.head_id DESC LIMIT '.
                self::SIZE.
                ' OFFSET '.
                self::SIZE * ($page - 1),
            [$store->id, $market],
        );
        $counts = [];
        foreach (
            $heads === []
                ? []
                : Rows::all(
                    'SELECT head_id, COUNT(*) AS terms, SUM(worth) AS worth, SUM(lead_page IS NOT NULL) AS led FROM
                        match_terms WHERE store_id = ? AND market_id = ? AND excluded = 0 AND head_id IN ('.
                        Bulk::list(Bulk::ids($heads, 'id')).
                        ') GROUP BY head_id',
                    [$store->id, $market],
                ) as $count
        ) {
            $counts[$count->int('head_id')] = (array) $count;
        }

        return Records::of(
            TermGroup::class,
            array_map(
                static fn (Row $head): object => (object) (($counts[$head->int('id')] ?? []) + (array) $head),
                $heads,
            ),
        );
    }
}

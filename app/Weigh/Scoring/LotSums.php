<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Weigh\Numbers\Units;
use Illuminate\Support\Facades\DB;

/**
 * The three largest lots of a store: groups of pages by which the most could be earned more. A product counts in one
 * collection alone, the one of most upside that links to it and is not most of the shop; all other pages count by their
 * kind. So lots do not overlap, and with what is in none of them they add up to the sum over all pages.
 */
final class LotSums
{
    private const MOST = 3;

    /** Pages of a lot that are kept, the ones of most upside: a worklist holds no more. */
    private const PAGES = 2000;

    /**
     * A collection that links to more than this part of all products is a list of the shop, and says nothing of where
     * to begin.
     */
    private const TOO_MANY = 0.25;

    /** … unless it is as small as this. */
    private const FEW = 60;

    /** Makes them anew; called inside a transaction, when all pages have their scores. */
    public static function rebuild(Store $store): void
    {
        DB::delete('DELETE FROM weigh_lots WHERE store_id = ?', [$store->id]);
        DB::delete('DELETE FROM weigh_lot_pages WHERE store_id = ?', [$store->id]);
        $units = Units::of($store);
        foreach ($units->addUp() ? [0] : array_merge(...array_values($units->markets())) as $market) {
            self::ofMarket($store, $market);
        }
    }

    /** @return list<ScoredLot> the largest first */
    public static function of(Store $store, int $market): array
    {
        return Records::select(
            ScoredLot::class,
            'SELECT l.*, r.name, f.title FROM weigh_lots l LEFT JOIN pages p ON p.id = l.collection_id LEFT
                JOIN resources r ON r.id = p.resource_id LEFT JOIN page_facts f ON f.page_id = l.collection_id
                AND f.to_crawl = 0 WHERE l.store_id = ? AND l.market_id = ? ORDER BY l.place',
            [$store->id, $market],
        );
    }

    /** @return list<int> its pages, the ones of most upside first */
    public static function pages(Store $store, int $market, int $place, int $most): array
    {
        return Bulk::ids(
            Rows::all(
                'SELECT page_id FROM weigh_lot_pages WHERE store_id = ? AND market_id = ? AND place = ?
                    ORDER BY upside DESC, page_id LIMIT ?',
                [$store->id, $market, $place, $most],
            ),
            'page_id',
        );
    }

    private static function ofMarket(Store $store, int $market): void
    {
        $product = PageKind::Product->value;
        $here = $market === 0 ? '' : " AND s.market_id = $market";
        $products = Rows::figure(
            "SELECT COUNT(*) AS n FROM weigh_scores s WHERE s.store_id = ? AND s.kind = $product$here",
            [$store->id],
        );
        $most = (int) max(self::FEW, self::TOO_MANY * $products);
        DB::statement('DROP TEMPORARY TABLE IF EXISTS lot_of_page');
        DB::statement(
            'CREATE TEMPORARY TABLE lot_of_page (page_id BIGINT UNSIGNED PRIMARY KEY,
                collection_id BIGINT UNSIGNED NOT NULL, kind TINYINT UNSIGNED NOT NULL, KEY (collection_id, kind))',
        );
        $pairs = "SELECT c.collection_id, s.page_id, s.upside FROM collection_pages c JOIN weigh_scores s
            ON s.page_id = c.page_id AND s.kind = $product AND s.upside > 0$here WHERE c.store_id = {$store->id}";
        DB::statement(
            "INSERT INTO lot_of_page SELECT page_id, collection_id, $product FROM (
                SELECT p.page_id, p.collection_id, ROW_NUMBER() OVER (PARTITION BY p.page_id ORDER BY g.upside DESC,
                p.collection_id) AS nth FROM ($pairs) p
                JOIN (SELECT collection_id, SUM(upside) AS upside FROM ($pairs) q GROUP BY collection_id
                HAVING COUNT(*) <= $most) g ON g.collection_id = p.collection_id) ranked WHERE nth = 1",
        );
        DB::statement(
            "INSERT IGNORE INTO lot_of_page SELECT s.page_id, 0, s.kind FROM weigh_scores s WHERE s.store_id = ?
                AND s.upside > 0$here",
            [$store->id],
        );
        $largest = Rows::all(
            'SELECT t.collection_id, t.kind, COUNT(*) AS pages, SUM(s.upside) AS upside, SUM(s.low) AS low,
                SUM(s.high) AS high, SUM(s.wording) AS wording, SUM(s.lift) AS lift, SUM(s.impressions) AS impressions,
                SUM(s.ratio * s.expected_rate * s.impressions) / GREATEST(SUM(s.expected_rate * s.impressions),
                1e-9) AS ratio, SUM(s.position_milli / 1000 * s.impressions) / GREATEST(SUM(s.impressions),
                1) AS position
            FROM lot_of_page t JOIN weigh_scores s ON s.page_id = t.page_id GROUP BY t.collection_id, t.kind
            ORDER BY SUM(s.upside) DESC, t.collection_id, t.kind LIMIT '.self::MOST,
        );
        foreach ($largest as $nth => $row) {
            DB::table('weigh_lots')->insert(
                ['store_id' => $store->id, 'market_id' => $market, 'place' => $nth + 1] + (array) $row,
            );
            DB::insert(
                'INSERT INTO weigh_lot_pages (store_id, market_id, place, page_id, upside) SELECT ?, ?, ?, s.page_id,
                    s.upside FROM lot_of_page t JOIN weigh_scores s ON s.page_id = t.page_id WHERE t.collection_id = ?
                    AND t.kind = ? ORDER BY s.upside DESC, s.page_id LIMIT '.self::PAGES,
                [$store->id, $market, $nth + 1, $row->collection_id, $row->kind],
            );
        }
        DB::statement('DROP TEMPORARY TABLE lot_of_page');
    }
}

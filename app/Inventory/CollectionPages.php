<?php

declare(strict_types=1);

namespace App\Inventory;

use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/**
 * Which products make up which collection: those that its main content links to. Many shops link to a product under the
 * collection's own path (/range/floor-lamps/dome), while clicks and orders come to the URL that such a page names as
 * canonical: it is that one that counts. So do the pages of a collection in another order, or its second page, where
 * they name the collection as canonical.
 */
final class CollectionPages
{
    /** Makes them anew; called inside a transaction. */
    public static function rebuild(Store $store): void
    {
        [$product, $collection, $another] = [
            PageKind::Product->value,
            PageKind::Collection->value,
            CanonicalState::Another->value,
        ];
        DB::delete('DELETE FROM collection_pages WHERE store_id = ?', [$store->id]);
        // For each page that shows a collection or a product the one that counts. A page's digest is the MD5 of its URL
        // (PageUrl::digest).
        DB::statement('DROP TEMPORARY TABLE IF EXISTS counting_page, counting_product');
        DB::statement(
            'CREATE TEMPORARY TABLE counting_page (page_id BIGINT UNSIGNED PRIMARY KEY,
                counts BIGINT UNSIGNED NOT NULL, kind TINYINT UNSIGNED NOT NULL)',
        );
        DB::insert(
            'INSERT INTO counting_page SELECT page_id, page_id, kind FROM page_index WHERE store_id = ? AND kind IN (?,
                ?) AND canonical <> ?',
            [$store->id, $product, $collection, $another],
        );
        DB::insert(
            "INSERT IGNORE INTO counting_page SELECT t.page_id, k.page_id, k.kind FROM page_index t JOIN page_facts f
                ON f.page_id = t.page_id AND f.to_crawl = 0
                JOIN pages p ON p.store_id = t.store_id AND p.digest = UNHEX(MD5(COALESCE(JSON_VALUE(f.canonicals,
                '$[0]'), f.canonical_header))) JOIN page_index k ON k.page_id = p.id AND k.kind = t.kind
                WHERE t.store_id = ? AND t.kind IN (?, ?) AND t.canonical = ?",
            [$store->id, $product, $collection, $another],
        );
        DB::statement(
            'CREATE TEMPORARY TABLE counting_product (page_id BIGINT UNSIGNED PRIMARY KEY) AS SELECT page_id, counts
                FROM counting_page WHERE kind = ?',
            [$product],
        );
        DB::insert(
            'INSERT IGNORE INTO collection_pages (store_id, page_id, collection_id) SELECT ?, p.counts, c.counts
                FROM counting_page c JOIN links l ON l.store_id = ? AND l.from_page = c.page_id JOIN counting_product p
                ON p.page_id = l.to_page WHERE c.kind = ?',
            [$store->id, $store->id, $collection],
        );
        DB::statement('DROP TEMPORARY TABLE counting_page, counting_product');
    }

    /** @return array<int, true> products of a collection, by resource; the collection, too, is told by its resource */
    public static function productsOf(Store $store, int $collection): array
    {
        $rows = Rows::all(
            'SELECT DISTINCT p.resource_id FROM pages c JOIN collection_pages m ON m.store_id = c.store_id
                AND m.collection_id = c.id JOIN pages p ON p.id = m.page_id AND p.resource_id IS NOT NULL
                WHERE c.store_id = ? AND c.resource_id = ?',
            [$store->id, $collection],
        );

        return array_fill_keys(array_map(intval(...), array_column($rows, 'resource_id')), true);
    }

    /** @return array<int, int> how many products each collection has, by the collection's resource */
    public static function sizes(Store $store): array
    {
        $sizes = [];
        foreach (
            Rows::all(
                'SELECT c.resource_id, COUNT(*) AS n FROM collection_pages m JOIN pages c ON c.id = m.collection_id
                    AND c.resource_id IS NOT NULL WHERE m.store_id = ? GROUP BY c.resource_id',
                [$store->id],
            ) as $row
        ) {
            $sizes[$row->int('resource_id')] = $row->int('n');
        }

        return $sizes;
    }

    /**
     * @param  list<int>  $resources  of products
     * @return array<int, list<int>> resources of the collections that each of them is in
     */
    public static function collectionsOf(Store $store, array $resources): array
    {
        $of = [];
        foreach (
            $resources === []
                ? []
                : Rows::all(
                    'SELECT DISTINCT p.resource_id AS product, c.resource_id AS collection FROM pages p
                        JOIN collection_pages m ON m.store_id = p.store_id AND m.page_id = p.id
                        JOIN pages c ON c.id = m.collection_id AND c.resource_id IS NOT NULL
                        WHERE p.store_id = ? AND p.resource_id IN ('.
                        Bulk::list($resources).
                        ') ORDER BY c.resource_id',
                    [$store->id],
                ) as $row
        ) {
            $of[$row->int('product')][] = $row->int('collection');
        }

        return $of;
    }
}

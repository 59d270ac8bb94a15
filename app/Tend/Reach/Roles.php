<?php

declare(strict_types=1);

namespace App\Tend\Reach;

use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;

/**
 * Which collections are main ones, and which products sell most: a fifth of each, in every market. Collections count
 * what their products earn; where no sales are told, the number of products decides.
 *
 * @phpstan-import-type PlacedPage from ReachRebuild
 */
final class Roles
{
    private const FIFTH = 5;

    private const FEWEST_COLLECTIONS = 3;

    /**
     * @param  array<int, PlacedPage>  $pages
     * @param  array<int, int>  $parts  pages that are part of another: filters, orders, further parts of a list
     * @return array<int, Role> of those that have one
     */
    public static function of(Store $store, array $pages, array $parts): array
    {
        $worth = $products = [];
        foreach (
            Rows::all('SELECT page_id, collection_id FROM collection_pages WHERE store_id = ?', [$store->id]) as $row
        ) {
            $collection = $row->int('collection_id');
            $worth[$collection] = ($worth[$collection] ?? 0.0) + ($pages[$row->int('page_id')]['worth'] ?? 0.0);
            $products[$collection] = ($products[$collection] ?? 0) + 1;
        }
        $collections = $selling = $all = [];
        foreach ($pages as $page => $one) {
            if (! $one['indexable'] || isset($parts[$page])) {
                continue;
            }
            if ($one['kind'] === PageKind::Collection->value) {
                $collections[$one['market']][$page] = [
                    $one['worth'] + ($worth[$page] ?? 0.0),
                    $products[$page] ?? 0,
                    -$page,
                ];
            } elseif ($one['kind'] === PageKind::Product->value) {
                $all[$one['market']] = ($all[$one['market']] ?? 0) + 1;
                $one['orders'] > 0 && ($selling[$one['market']][$page] = [$one['orders'], $one['revenue'], -$page]);
            }
        }
        $roles = [];
        foreach ($collections as $list) {
            $most = max(self::FEWEST_COLLECTIONS, (int) ceil(count($list) / self::FIFTH));
            foreach (self::first($list, $most) as $page) {
                $roles[$page] = Role::MainCollection;
            }
        }
        foreach ($selling as $market => $list) {
            foreach (self::first($list, (int) ceil($all[$market] / self::FIFTH)) as $page) {
                $roles[$page] = Role::SellsMost;
            }
        }

        return $roles;
    }

    /**
     * @param  array<int, array{float|int, float|int, int}>  $list
     * @return list<int>
     */
    private static function first(array $list, int $most): array
    {
        uasort($list, static fn (array $a, array $b): int => $b <=> $a);

        return array_slice(array_keys($list), 0, $most);
    }
}

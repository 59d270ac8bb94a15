<?php

declare(strict_types=1);

namespace App\Tend\Reach;

use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;

/**
 * With which collection each page is drawn. The collections that are drawn are picked one after the other, each the one
 * that brings most that is not drawn yet; one that holds more than half of all products ("all lamps") would swallow the
 * rest and is left out. Those of the menu come first, for they are how the shop divides itself. Pages of no collection
 * go to where the shortest way to them passes through.
 *
 * @phpstan-import-type PlacedPage from ReachRebuild
 */
final class Sectors
{
    /** All pages that stand with no collection, and all articles. */
    public const NONE = 0;

    public const ARTICLES = PHP_INT_MAX;

    /** Sectors that a picture can hold; smaller ones are drawn together. */
    private const MOST = 12;

    private const FEWEST_PAGES = 3;

    /**
     * @param  array<int, PlacedPage>  $pages
     * @param  array<int, int>  $parents  the page before each on a shortest way; 0 for none
     * @param  array<int, true>  $menu  pages that the navigation or the header leads to
     * @param  array<int, int>  $parts  the page that a page is part of: filters, orders, further parts of a list
     * @return array<int, int> sector by page
     */
    public static function of(Store $store, array $pages, array $parents, array $menu, array $parts): array
    {
        $products = [];
        $all = [];
        foreach (
            Rows::all('SELECT page_id, collection_id FROM collection_pages WHERE store_id = ?', [$store->id]) as $row
        ) {
            $collection = $parts[$row->int('collection_id')] ?? $row->int('collection_id');
            if (isset($pages[$row->int('page_id')], $pages[$collection])) {
                $products[$collection][$row->int('page_id')] = true;
                $all[$row->int('page_id')] = true;
            }
        }
        $half = max(self::FEWEST_PAGES, count($all) / 2);
        $of = $kept = [];
        $fit = array_filter($products, static fn (array $list): bool => count($list) <= $half) ?: $products;
        while (count($kept) < self::MOST) {
            $best = self::fullest(array_intersect_key($fit, $menu), $of) ?? self::fullest($fit, $of);
            if ($best === null) {
                break;
            }
            $kept[$best] = true;
            foreach ($fit[$best] as $product => $_) {
                $of[$product] ??= $best;
            }
            unset($fit[$best]);
        }
        foreach ($pages as $page => $one) {
            $whole = $parts[$page] ?? $page;
            $of[$page] = match (true) {
                isset($kept[$whole]) => $whole,
                $one['kind'] === PageKind::Article->value => self::ARTICLES,
                default => $of[$whole] ??
                    ($of[$page] ??
                        (self::ofMost($products[$whole] ?? [], $of) ?? self::onTheWay($page, $parents, $kept))),
            };
        }

        return $of;
    }

    /**
     * The sector in which most products of a smaller collection are drawn.
     *
     * @param  array<int, true>  $products
     * @param  array<int, int>  $of
     */
    private static function ofMost(array $products, array $of): ?int
    {
        $sectors = array_count_values(array_intersect_key($of, $products));
        unset($sectors[self::NONE]);
        arsort($sectors);

        return array_key_first($sectors);
    }

    /**
     * The collection with the most pages that are not drawn yet. What they earn plays no part, so that the picture of
     * one week looks like that of the week before.
     *
     * @param  array<int, array<int, true>>  $products  by collection
     * @param  array<int, int>  $of  sectors of the products that are drawn
     */
    private static function fullest(array $products, array $of): ?int
    {
        [$best, $most] = [null, self::FEWEST_PAGES - 1];
        foreach ($products as $collection => $list) {
            $fresh = count(array_diff_key($list, $of));
            if ($fresh > $most || ($fresh === $most && $best !== null && $collection < $best)) {
                [$best, $most] = [$collection, $fresh];
            }
        }

        return $best;
    }

    /**
     * @param  array<int, int>  $parents
     * @param  array<int, true>  $kept
     */
    private static function onTheWay(int $page, array $parents, array $kept): int
    {
        for ($step = 0; $step < 60 && $page !== 0; $step++) {
            if (isset($kept[$page])) {
                return $page;
            }
            $page = $parents[$page] ?? 0;
        }

        return self::NONE;
    }
}

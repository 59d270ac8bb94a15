<?php

declare(strict_types=1);

namespace App\Tend\Reach;

use App\Inventory\Index\DepthRebuild;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/**
 * What a link that is not there yet would change: how deep its target and all that comes nearer with it would be.
 * Worked out from what the newest whole crawl read, by the same rules as ReachRebuild, and only for pages that come
 * nearer.
 */
final readonly class WhatIf
{
    /** Pages of which what comes nearer is followed. */
    private const MOST = 20_000;

    /**
     * @param  array<int, int>  $depths  clicks from home of each page that comes nearer
     * @param  bool  $isWhole  whether all of them are known; else there are more
     */
    private function __construct(public array $depths, public bool $isWhole)
    {
    }

    /**
     * @param  int  $from  page that would link; 0 for a menu that all pages carry, home among them
     * @param  int  $to  page that it would lead to
     */
    public static function link(Store $store, int $from, int $to): self
    {
        $source = $from === 0 ? null : self::page($store, $from);
        if ($source !== null && ($source->int('is_shut') === 1 || $source->int('depth') === DepthRebuild::UNREACHED)) {
            return new self([], true);
        }
        $depths = [];
        $level = self::nearer($store, [$to], $source === null ? 1 : $source->int('depth') + 1, $depths);
        for ($depth = ($source === null ? 1 : $source->int('depth') + 1) + 1; $level !== []; $depth++) {
            if (count($depths) > self::MOST) {
                return new self($depths, false);
            }
            $level = self::nearer($store, self::targets($store, $level), $depth, $depths);
        }

        return new self($depths, true);
    }

    /** How many other pages come nearer with the target. */
    public function others(): int
    {
        return max(0, count($this->depths) - 1);
    }

    private static function page(Store $store, int $page): ?Row
    {
        return Rows::maybe(DB::table('tend_pages')->where('store_id', $store->id)->where('page_id', $page)->first());
    }

    /**
     * Those that come nearer at this depth, redirects followed to their end, which costs no click.
     *
     * @param  list<int>  $pages
     * @param  array<int, int>  $depths
     * @return list<int> whose links count
     */
    private static function nearer(Store $store, array $pages, int $depth, array &$depths): array
    {
        $passing = [];
        while ($pages !== []) {
            $next = [];
            foreach (array_chunk($pages, 2000) as $some) {
                foreach (
                    Rows::all(
                        'SELECT page_id, depth, leads_to, is_shut FROM tend_pages WHERE store_id = ? AND page_id IN ('.
                            Bulk::list($some).
                            ') AND depth > ?',
                        [$store->id, $depth],
                    ) as $row
                ) {
                    if (isset($depths[$row->int('page_id')])) {
                        continue;
                    }
                    $depths[$row->int('page_id')] = $depth;
                    if ($row->int('leads_to') !== 0) {
                        $next[] = $row->int('leads_to');
                    } elseif ($row->int('is_shut') === 0) {
                        $passing[] = $row->int('page_id');
                    }
                }
            }
            $pages = $next;
        }

        return $passing;
    }

    /**
     * @param  list<int>  $pages
     * @return list<int> where their followed links lead
     */
    private static function targets(Store $store, array $pages): array
    {
        $targets = [];
        foreach (array_chunk($pages, 500) as $some) {
            $list = Bulk::list($some);
            foreach (
                Rows::all(
                    "SELECT DISTINCT to_page FROM links WHERE store_id = ? AND from_page IN ($list) AND rel = 0
                        UNION SELECT DISTINCT l.to_page FROM page_blocks b JOIN block_links l ON l.block_id = b.block_id
                        AND l.rel = 0 WHERE b.store_id = ? AND b.page_id IN ($list)",
                    [$store->id, $store->id],
                ) as $row
            ) {
                $targets[$row->int('to_page')] = true;
            }
        }

        return array_keys($targets);
    }
}

<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Inventory\PageAddress;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use App\Tend\Found\FindingState;
use App\Tend\Found\FindingType;
use App\Tend\Reach\WhatIf;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Markup\Link;
use Orchard\Core\Markup\Region;

/**
 * How one page is reached: the way to it, the links that lead there with their words, and what would bring it nearer.
 */
final class PageReach
{
    /** Clicks of a way that are shown; longer ones lead through the parts of a list. */
    private const LONGEST_WAY = 40;

    private const ANCHORS = 12;

    /** Links of a page whose words are counted; more of them say the same. */
    public const LOOKED_AT = 4000;

    public static function find(Store $store, int $page): ?ReachedPage
    {
        return Records::first(
            ReachedPage::class,
            'SELECT t.*, p.url, f.title, f.h1s FROM tend_pages t JOIN pages p ON p.id = t.page_id
                LEFT JOIN page_facts f ON f.page_id = t.page_id AND f.to_crawl = 0 WHERE t.store_id = ? AND
                t.page_id = ?',
            [$store->id, $page],
        );
    }

    /** @return list<ReachedPage> from home to this one */
    public static function way(Store $store, int $page): array
    {
        $way = [];
        for ($step = 0; $page !== 0 && $step < self::LONGEST_WAY; $step++) {
            $row = self::find($store, $page);
            if ($row === null) {
                break;
            }
            $way[] = $row;
            $page = $row->parent;
        }

        return array_reverse($way);
    }

    /**
     * The words of the links that lead to a page, by place.
     *
     * @return list<AnchorRow>
     */
    public static function anchors(Store $store, int $page): array
    {
        $texts = Rows::all(
            'SELECT 0 AS region, anchor, rel, COUNT(DISTINCT from_page) AS pages, MIN(from_page) AS example FROM
                (SELECT anchor, rel, from_page FROM links WHERE store_id = ? AND to_page = ? AND from_page <> ? LIMIT '.
                self::LOOKED_AT.
                ') some GROUP BY anchor, rel ORDER BY pages DESC, anchor LIMIT '.
                self::ANCHORS,
            [$store->id, $page, $page],
        );
        $around = Rows::all(
            'SELECT s.region, l.anchor, l.rel, COUNT(DISTINCT l.block_id) AS blocks, (SELECT MIN(b.page_id)
                FROM page_blocks b WHERE b.store_id = MIN(s.store_id) AND b.block_id = MIN(l.block_id)) AS example
                FROM block_links l JOIN link_blocks s ON s.id = l.block_id WHERE l.to_page = ? AND s.store_id = ?
                GROUP BY s.region, l.anchor, l.rel ORDER BY blocks DESC, l.anchor LIMIT '.self::ANCHORS,
            [$page, $store->id],
        );
        foreach ($around as $row) {
            $row->pages = null;
        }
        $urls = DB::table('pages')->whereIn('id', array_column([...$texts, ...$around], 'example'))->pluck('url', 'id');

        $rows = [...$texts, ...$around];
        foreach ($rows as $row) {
            $row->example_url = Typed::text($urls[$row->int('example')] ?? '');
            $row->place = match (Region::from($row->int('region'))) {
                Region::Main => 'text',
                Region::Navigation => 'navigation',
                Region::Header => 'header',
                Region::Footer => 'footer',
            };
        }

        return Records::of(AnchorRow::class, $rows);
    }

    /**
     * Links that would bring a page nearer: from collections that hold it and articles that speak of it, the nearest to
     * home first, and from a menu.
     *
     * @return list<array{from: int, url: string, title: string, depth: int, to: ?int, others: int}>
     */
    public static function nearer(Store $store, ReachedPage $page): array
    {
        if ($page->depth <= 1 || ! $page->indexable) {
            return [];
        }
        $rows = Rows::all(
            'SELECT t.page_id, t.depth, p.url, f.title FROM (SELECT collection_id AS id FROM collection_pages
                WHERE store_id = ? AND page_id = ? UNION SELECT target_page FROM tend_findings WHERE store_id = ?
                AND page_id = ? AND type = '.
                FindingType::Orphan->value.
                ' AND target_page > 0 UNION SELECT ?) c
                JOIN tend_pages t ON t.store_id = ? AND t.page_id = c.id JOIN pages p ON p.id = t.page_id
                LEFT JOIN page_facts f ON f.page_id = t.page_id AND f.to_crawl = 0
                WHERE t.indexable = 1 AND t.is_shut = 0 AND t.depth + 1 < ? AND t.page_id <> ?
                AND NOT EXISTS (SELECT 1 FROM links l WHERE l.store_id = ? AND l.from_page = t.page_id AND l.to_page = ?
                AND l.rel = 0) ORDER BY t.depth, t.is_part, t.weight DESC LIMIT 2',
            [
                $store->id,
                $page->pageId,
                $store->id,
                $page->pageId,
                $page->sector,
                $store->id,
                $page->depth,
                $page->pageId,
                $store->id,
                $page->pageId,
            ],
        );
        $ways = [];
        foreach ($rows as $row) {
            $if = WhatIf::link($store, $row->int('page_id'), $page->pageId);
            $ways[] = [
                'from' => $row->int('page_id'),
                'url' => $row->text('url'),
                'title' => $row->text('title'),
                'depth' => $row->int('depth'),
                'to' => $row->int('depth') + 1,
                'others' => $if->others(),
            ];
        }
        $menu = WhatIf::link($store, 0, $page->pageId);
        $ways[] = ['from' => 0, 'url' => '', 'title' => '', 'depth' => 0, 'to' => 1, 'others' => $menu->others()];

        return $ways;
    }

    /**
     * What a link from a page that somebody names would change.
     *
     * @return list<array{from: int, url: string, title: string, depth: int, to: ?int, others: int}> none where it is no
     *     page
     */
    public static function tried(Store $store, ReachedPage $page, string $address): array
    {
        [$found] = PageAddress::pages($store, [$address]);
        $from = $found === [] ? null : self::find($store, (int) array_values($found)[0]);
        if ($from === null) {
            return [];
        }
        $if = WhatIf::link($store, $from->pageId, $page->pageId);

        return [
            [
                'from' => $from->pageId,
                'url' => $from->url,
                'title' => (string) $from->title,
                'depth' => $from->depth,
                'to' => $if->depths[$page->pageId] ?? null,
                'others' => $if->others(),
            ],
        ];
    }

    /** @return list<FoundRow> what was found of the page, open and left */
    public static function findings(Store $store, int $page): array
    {
        $ids = Bulk::ids(
            Rows::all(
                'SELECT id FROM tend_findings WHERE store_id = ? AND page_id = ? AND state <> ? ORDER BY type LIMIT 30',
                [$store->id, $page, FindingState::Mended->value],
            ),
            'id',
        );

        return $ids === [] ? [] : FindingList::some($store, $ids);
    }

    /**
     * @return \Generator<list<string|int>> every link that leads to a page: where it stands, its words, what it says of
     * it
     */
    public static function spots(Store $store, int $page): \Generator
    {
        foreach (
            Rows::lazily(
                DB::table('links')
                    ->join('pages', 'pages.id', '=', 'links.from_page')
                    ->where('links.store_id', $store->id)
                    ->where('links.to_page', $page)
                    ->orderBy('links.from_page')
                    ->orderBy('links.place')
                    ->limit(100_000)
                    ->select(['pages.url', 'links.anchor', 'links.rel', 'links.place'])
                    ->cursor(),
            ) as $row
        ) {
            yield [
                $row->text('url'),
                'text',
                $row->int('place') + 1,
                $row->text('anchor'),
                Link::relInWords($row->int('rel')),
                1,
            ];
        }
        foreach (
            Rows::all(
                'SELECT s.id, s.region, l.anchor, l.rel, l.place, (SELECT MIN(b.page_id) FROM page_blocks b
                    WHERE b.store_id = s.store_id AND b.block_id = s.id) AS page_id, (SELECT COUNT(*) FROM page_blocks b
                    WHERE b.store_id = s.store_id AND b.block_id = s.id) AS pages FROM block_links l JOIN link_blocks s
                    ON s.id = l.block_id WHERE l.to_page = ? AND s.store_id = ?',
                [$page, $store->id],
            ) as $row
        ) {
            yield [
                Typed::text(DB::table('pages')->where('id', $row->page_id)->value('url')),
                strtolower(Region::from($row->int('region'))->name),
                $row->int('place') + 1,
                $row->text('anchor'),
                Link::relInWords($row->int('rel')),
                $row->int('pages'),
            ];
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Tend\Reach;

use App\Inventory\Figures;
use App\Inventory\Index\DepthRebuild;
use App\Inventory\Index\StoredLinks;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\WorkRun;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Tend\Found\Worth;
use Closure;
use Illuminate\Support\Facades\DB;
use Orchard\Core\LinkGraph\ClickTree;
use Orchard\Core\LinkGraph\LinkMap;
use Orchard\Core\LinkGraph\PageRank;
use Orchard\Core\LinkGraph\PagingStep;
use Orchard\Core\Markup\Region;
use Orchard\Core\Url\PageUrl;

/**
 * Works out how each page of a store can be reached as search engines follow links (see ReachMap), and beside it each
 * page's share of the internal link weight.
 *
 * @phpstan-type PlacedPage array{kind: int, market: int, indexable: bool, orders: int, clicks: int, revenue: float,
 *     upside: float, worth: float}
 */
final class ReachRebuild
{
    private const CHUNK = 3000;

    private const BILLION = 1_000_000_000;

    public function __construct(
        private readonly Store $store,
        private readonly WorkRun $run,
        private readonly Figures $figures,
    ) {
    }

    public function work(): DepthAims
    {
        $this->run->beat(['phase' => 'reading links'], force: true);
        $reach = ReachMap::of($this->store);
        [$links, $map, $shut, $homes] = [$reach->links, $reach->map, $reach->shut, $reach->homes];
        unset($reach);
        $this->run->beat(['phase' => 'reading pages'], force: true);
        $pages = $this->pages($links);
        $this->run->beat(['phase' => 'counting clicks'], force: true);
        $tree = ClickTree::from($map, ...$homes);
        $this->run->beat(['phase' => 'sharing weight'], force: true);
        $weight = PageRank::of($map);
        $this->run->beat();
        $inText = PageRank::of(new LinkMap($map->starts, $map->targets, $map->redirects));
        $redirects = $map->redirects;
        unset($map);
        $this->run->beat(['phase' => 'placing pages'], force: true);
        $id = array_keys($links->node);
        $depths = $parents = [];
        foreach ($links->node as $page => $node) {
            $depth = $tree->depths[$node] ?? ClickTree::UNREACHED;
            $parent = $tree->parents[$node] ?? ClickTree::UNREACHED;
            $depths[$page] = $depth === ClickTree::UNREACHED ? DepthRebuild::UNREACHED : $depth;
            $parents[$page] = $id[$parent] ?? 0;
        }
        unset($tree);
        $reached = array_filter($depths, static fn (int $depth): bool => $depth !== DepthRebuild::UNREACHED);
        [$paging, $parts] = $this->pagingSteps($reached, $parents, $pages);
        $this->run->beat();
        $parts = $this->parts() + $parts;
        $sectors = Sectors::of($this->store, $pages, $parents, self::menu($links), $parts);
        $roles = Roles::of($this->store, $pages, $parts);
        $aims = DepthAims::of($this->store, $reached);
        $this->write(
            $links,
            $pages,
            static fn (int $page, int $node): array => [
                isset($parts[$page]) ? 1 : 0,
                $sectors[$page],
                $depths[$page],
                $paging[$page] ?? 0,
                $parents[$page],
                isset($redirects[$node]) ? $id[$redirects[$node]] : 0,
                isset($shut[$node]) ? 1 : 0,
                ($roles[$page] ?? Role::Any)->value,
                $aims->for($roles[$page] ?? Role::Any),
                (int) round(self::BILLION * $weight[$node]),
                (int) round(self::BILLION * $inText[$node]),
            ],
        );

        return $aims;
    }

    /**
     * @return array<int, array{kind: int, market: int, indexable: bool, orders: int, clicks: int, revenue: float,
     * upside: float, worth: float}>
     */
    private function pages(StoredLinks $links): array
    {
        $pages = [];
        foreach (array_chunk(array_keys($links->node), self::CHUNK) as $portion) {
            $upsides = $this->figures->of('upside', $this->store, $portion);
            foreach (
                Rows::all(
                    'SELECT page_id, kind, market_id, indexable, orders, clicks, revenue FROM page_index
                        WHERE store_id = ? AND page_id BETWEEN ? AND ?',
                    [$this->store->id, $portion[0], $portion[count($portion) - 1]],
                ) as $row
            ) {
                $kind = PageKind::from($row->int('kind'));
                $upside = max(0.0, $upsides[$row->int('page_id')] ?? 0.0);
                $pages[$row->int('page_id')] = [
                    'kind' => $row->int('kind'),
                    'market' => $row->int('market_id'),
                    'indexable' => $row->int('indexable') === 1 && ! $kind->isKeptOut(),
                    'orders' => $row->int('orders'),
                    'clicks' => $row->int('clicks'),
                    'revenue' => $row->number('revenue'),
                    'upside' => $upside,
                    'worth' => Worth::of($row->int('clicks'), $row->number('revenue'), $upside),
                ];
            }
            $this->run->beat();
        }

        return $pages;
    }

    /**
     * @param  array<int, int>  $depths  of the pages that are reached
     * @param  array<int, int>  $parents
     * @param  array<int, PlacedPage>  $pages
     * @return array{array<int, int>, array<int, int>} clicks of each way that only turn the pages of a list, and the
     *     list  that such pages are part of
     */
    private function pagingSteps(array $depths, array $parents, array $pages): array
    {
        $kinds = [PageKind::Collection->value, PageKind::Other->value, PageKind::Plain->value];
        // Only lists are turned: products that have but a number for a name would look the same.
        $isList = static fn (int $page): bool => in_array($pages[$page]['kind'] ?? 0, $kinds, true);
        $turns = [];
        foreach ($parents as $page => $parent) {
            if ($parent !== 0 && $isList($page) && $isList($parent)) {
                $turns[$page] = $parent;
            }
        }
        $urls = [];
        foreach (array_chunk(array_unique([...array_keys($turns), ...array_values($turns)]), self::CHUNK) as $portion) {
            $urls += DB::table('pages')->whereIn('id', $portion)->pluck('url', 'id')->all();
        }
        $isTurn = [];
        foreach ($turns as $page => $parent) {
            $from = PageUrl::parse(Typed::text($urls[$parent] ?? ''));
            $to = PageUrl::parse(Typed::text($urls[$page] ?? ''));
            $from !== null && $to !== null && PagingStep::is($from, $to) && ($isTurn[$page] = true);
        }
        asort($depths);
        $paging = $lists = [];
        foreach ($depths as $page => $_) {
            $paging[$page] = min(255, ($paging[$parents[$page]] ?? 0) + (isset($isTurn[$page]) ? 1 : 0));
            isset($isTurn[$page]) && ($lists[$page] = $lists[$parents[$page]] ?? $parents[$page]);
        }

        return [$paging, $lists];
    }

    /** @return array<int, true> pages that the navigation or the header leads to */
    private static function menu(StoredLinks $links): array
    {
        $menu = [];
        foreach ([Region::Navigation, Region::Header] as $region) {
            $menu += array_filter($links->regions[$region->value] ?? []);
        }

        return array_fill_keys(
            array_keys(array_filter($links->node, static fn (int $node): bool => isset($menu[$node]))),
            true,
        );
    }

    /**
     * Pages that are another one at a further address: with parameters and under the same heading, or the same product.
     * A shop that tells its pages apart by a parameter gives each a heading of its own.
     *
     * @return array<int, int> and that other one
     */
    private function parts(): array
    {
        $rows = Rows::all(
            "SELECT i.page_id, MIN(b.page_id) AS whole FROM page_index i JOIN page_index b ON b.store_id = i.store_id
                AND b.address = SUBSTRING_INDEX(i.address, '?', 1) AND b.kind = i.kind AND b.market_id = i.market_id
                JOIN page_facts f ON f.page_id = i.page_id AND f.to_crawl = 0 JOIN page_facts g ON g.page_id = b.page_id
                AND g.to_crawl = 0 WHERE i.store_id = ? AND i.address LIKE '%?%' AND COALESCE(JSON_VALUE(f.h1s, '$[0]'),
                f.title) = COALESCE(JSON_VALUE(g.h1s, '$[0]'), g.title) GROUP BY i.page_id",
            [$this->store->id],
        );
        $parts = array_combine(Bulk::ids($rows, 'page_id'), Bulk::ids($rows, 'whole'));
        $first = [];
        // Of the addresses of one product the shop's own counts, else the shortest.
        foreach (
            Rows::all(
                "SELECT i.page_id, i.market_id, o.number FROM page_index i JOIN page_products o ON o.page_id = i.page_id
                    JOIN pages p ON p.id = i.page_id LEFT JOIN resources r ON r.id = p.resource_id AND r.gone = 0
                    WHERE i.store_id = ? AND i.indexable = 1 AND i.kind = ? AND o.number <> ''
                    ORDER BY r.page_id = i.page_id DESC, LENGTH(p.url), i.page_id",
                [$this->store->id, PageKind::Product->value],
            ) as $row
        ) {
            $thing = $row->market_id.' '.$row->number;
            if (isset($first[$thing])) {
                $parts[$row->int('page_id')] ??= $first[$thing];
            } else {
                $first[$thing] = $row->int('page_id');
            }
        }

        return $parts;
    }

    /**
     * @param  array<int, PlacedPage>  $pages
     * @param  Closure(int, int): list<int>  $reach  what was worked out for a page and its number
     */
    private function write(StoredLinks $links, array $pages, Closure $reach): void
    {
        $of = static fn (Region $region): array => $links->regions[$region->value] ?? [];
        [$navigation, $header, $footer] = [$of(Region::Navigation), $of(Region::Header), $of(Region::Footer)];
        foreach (array_chunk($pages, self::CHUNK, true) as $portion) {
            $rows = [];
            foreach ($portion as $page => $one) {
                $node = $links->node[$page];
                $rows[] = [
                    $this->store->id,
                    $page,
                    $one['market'],
                    $one['kind'],
                    $one['indexable'] ? 1 : 0,
                    ...$reach($page, $node),
                    $links->followedIn[$node],
                    max(0, $links->in[$node] - $links->followedIn[$node]),
                    $navigation[$node] ?? 0,
                    $header[$node] ?? 0,
                    $footer[$node] ?? 0,
                    $one['clicks'],
                    $one['revenue'],
                    $one['upside'],
                    $one['worth'],
                ];
            }
            $this->run->fenced(
                static fn (): int => Bulk::write(
                    'tend_pages',
                    [
                        'store_id', 'page_id', 'market_id', 'kind', 'indexable', 'is_part', 'sector', 'depth', 'paging',
                        'parent', 'leads_to', 'is_shut', 'role', 'aim', 'weight', 'weight_text', 'links_in',
                        'links_nofollow', 'in_navigation', 'in_header', 'in_footer', 'clicks', 'revenue', 'upside',
                        'worth',
                    ],
                    $rows,
                    'REPLACE',
                ),
            );
            $this->run->beat();
        }
        $this->run->fenced(
            fn (): int => DB::delete(
                'DELETE t FROM tend_pages t LEFT JOIN page_index i ON i.page_id = t.page_id WHERE t.store_id = ?
                    AND i.page_id IS NULL',
                [$this->store->id],
            ),
        );
        $this->run->fenced(fn () => Cells::rebuild($this->store));
    }
}

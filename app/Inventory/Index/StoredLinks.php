<?php

declare(strict_types=1);

namespace App\Inventory\Index;

use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\LinkGraph\LinkMap;
use Orchard\Core\Url\PageUrl;
use PDO;

/** Reads the links of a store's pages as a map of numbers, and counts for each page what leads to it. */
final class StoredLinks
{
    /** @var array<int, int> number by page id, in the order of both */
    public readonly array $node;

    /**
     * @var array<int, int> by number: pages whose main content leads here by whatever link, the page itself left out
     */
    public array $in;

    /** @var array<int, int> the same, by at least one link that asks not to be passed over */
    public array $followedIn;

    /** @var array<int, int> pages whose navigation, header or footer leads here */
    public array $around;

    /** @var array<int, array<int, int>> the same by region, followed links alone */
    public array $regions = [];

    /** @var array<int, int> links of the main content that leave */
    public array $out;

    public function __construct(private readonly Store $store)
    {
        $node = [];
        foreach (
            $this->stream('SELECT page_id FROM page_index WHERE store_id = ? ORDER BY page_id', [$store->id]) as [$page]
        ) {
            $node[$page] = count($node);
        }
        $this->node = $node;
        $this->in = $this->followedIn = $this->around = $this->out = array_fill(0, count($node), 0);
    }

    /** @return list<int> numbers of the pages with which the store and its markets begin, the store's first */
    public function homes(): array
    {
        $base = $this->store->baseUrl();
        $urls = [$base];
        foreach (Markets::of($this->store)->all() as $market) {
            $host = $market->host === '' ? $base->authority : $market->host;
            $start = rtrim($market->path_prefix, '/');
            foreach ($start === '' && $market->host === '' ? [] : ["$start/", $start] as $path) {
                $urls[] = PageUrl::parse("$base->scheme://$host$path");
            }
        }
        $homes = [];
        foreach (array_filter($urls) as $url) {
            $id = Typed::int(
                DB::table('pages')->where('store_id', $this->store->id)->where('digest', $url->digest())->value('id'),
            );
            isset($this->node[$id]) && ($homes[$this->node[$id]] = $this->node[$id]);
        }

        return array_values($homes);
    }

    /**
     * Called once: the counts grow with each call. Each page links to another once, however often the link stands
     * there, and never to itself.
     *
     * @param  bool  $followed  whether links that ask not to be followed (nofollow, sponsored, ugc) are left out
     * @param  array<int, true>  $shut  numbers of pages whose links do not count
     */
    public function map(bool $followed = false, array $shut = []): LinkMap
    {
        [$starts, $targets] = $this->links($followed, $shut);
        [$bundles, $bundlesOf] = $this->blocks($followed, $shut);

        return new LinkMap($starts, $targets, $this->redirects(), $bundlesOf, $bundles);
    }

    /** @return array<int, int> number of each page that redirects, and of where it leads */
    private function redirects(): array
    {
        $redirects = [];
        foreach (
            Rows::all(
                'SELECT f.page_id, t.id AS target FROM page_facts f JOIN pages t ON t.store_id = f.store_id
                    AND t.digest = UNHEX(MD5(f.redirect_url)) WHERE f.store_id = ? AND f.to_crawl = 0
                    AND f.redirect_url IS NOT NULL',
                [$this->store->id],
            ) as $row
        ) {
            if (isset($this->node[$row->int('page_id')], $this->node[$row->int('target')])) {
                $redirects[$this->node[$row->int('page_id')]] = $this->node[$row->int('target')];
            }
        }

        return $redirects;
    }

    /**
     * @param  array<int, true>  $shut
     * @return array{list<int>, string}
     */
    private function links(bool $followed, array $shut): array
    {
        $starts = array_fill(0, count($this->node) + 1, 0);
        $targets = '';
        [$current, $seen, $kept] = [-1, [], []];
        foreach (
            $this->stream('SELECT from_page, to_page, rel FROM links WHERE store_id = ? ORDER BY from_page', [
                $this->store->id,
            ]) as [$page, $target, $rel]
        ) {
            $from = $this->node[$page] ?? null;
            $to = $this->node[$target] ?? null;
            if ($from === null || $to === null) {
                continue;
            }
            if ($from !== $current) {
                [$current, $seen, $kept] = [$from, [], []];
            }
            $this->out[$from]++;
            if ($from === $to) {
                continue;
            }
            if (! isset($seen[$to])) {
                $seen[$to] = true;
                $this->in[$to]++;
            }
            $counts = $rel === 0 && ! isset($shut[$from]);
            if (! isset($kept[$to]) && ($counts || ! $followed)) {
                $kept[$to] = true;
                $this->followedIn[$to] += $counts ? 1 : 0;
                $targets .= pack('V', $to);
                $starts[$from + 1]++;
            }
        }
        for ($number = 1, $last = count($this->node); $number <= $last; $number++) {
            $starts[$number] += $starts[$number - 1];
        }

        return [array_values($starts), $targets];
    }

    /**
     * @param  array<int, true>  $shut
     * @return array{array<int, list<int>>, array<int, ?list<int>>} targets by block, blocks by number
     */
    private function blocks(bool $followed, array $shut): array
    {
        $bundles = $passing = $regions = [];
        foreach (
            $this->stream(
                'SELECT l.block_id, l.to_page, b.region, l.rel FROM block_links l JOIN link_blocks b ON b.id =
                    l.block_id
                    WHERE b.store_id = ? ORDER BY l.block_id, l.rel',
                [$this->store->id],
            ) as [$block, $page, $region, $rel]
        ) {
            $to = $this->node[$page] ?? null;
            $regions[$block] = $region;
            if ($to !== null && ! isset($passing[$block][$to])) {
                $passing[$block][$to] = $rel === 0;
                $rel === 0 || ! $followed ? ($bundles[$block][] = $to) : null;
            }
        }
        $of = array_fill(0, count($this->node), null);
        $combinations = $open = $interned = [];
        $keep = static function (int $node, array $blocks) use (
            &$of,
            &$combinations,
            &$open,
            &$interned,
            $shut,
            $followed,
        ): void {
            $key = implode(',', $blocks);
            $combinations[$key] = ($combinations[$key] ?? 0) + 1;
            $open[$key] = ($open[$key] ?? 0) + (isset($shut[$node]) ? 0 : 1);
            if (! $followed || ! isset($shut[$node])) {
                // Pages share few combinations of blocks; one list serves all that have the same.
                $of[$node] = $interned[$key] ??= array_values(array_map(intval(...), $blocks));
            }
        };
        [$current, $blocks] = [0, []];
        foreach (
            $this->stream('SELECT page_id, block_id FROM page_blocks WHERE store_id = ? ORDER BY page_id, block_id', [
                $this->store->id,
            ]) as [$page, $block]
        ) {
            if ($page !== $current) {
                $blocks !== [] && isset($this->node[$current]) && $keep($this->node[$current], $blocks);
                [$current, $blocks] = [$page, []];
            }
            $blocks[] = $block;
        }
        $blocks !== [] && isset($this->node[$current]) && $keep($this->node[$current], $blocks);
        foreach ($combinations as $key => $pages) {
            $this->count(array_map(intval(...), explode(',', (string) $key)), $pages, $open[$key], $passing, $regions);
        }

        return [$bundles, $of];
    }

    /**
     * @param  list<int>  $blocks  that these pages carry
     * @param  int  $pages  all, and of them those whose links count
     * @param  array<int, array<int, bool>>  $passing  whether a followed link leads there, by block and target
     * @param  array<int, int>  $regions  by block
     */
    private function count(array $blocks, int $pages, int $open, array $passing, array $regions): void
    {
        $reached = $byRegion = [];
        foreach ($blocks as $block) {
            foreach ($passing[$block] ?? [] as $target => $isFollowed) {
                $reached[$target] = true;
                if ($isFollowed) {
                    $byRegion[$regions[$block]][$target] = true;
                }
            }
        }
        foreach ($reached as $target => $_) {
            $this->around[$target] += $pages;
        }
        foreach ($byRegion as $region => $targets) {
            $this->regions[$region] ??= array_fill(0, count($this->node), 0);
            foreach ($targets as $target => $_) {
                $this->regions[$region][$target] += $open;
            }
        }
    }

    /**
     * Rows as they come, without holding them all.
     *
     * @param  list<int>  $values
     * @return \Generator<list<int>>
     */
    private function stream(string $sql, array $values): \Generator
    {
        $pdo = DB::connection()->getPdo();
        $pdo->setAttribute(PDO::MYSQL_ATTR_USE_BUFFERED_QUERY, false);
        try {
            $statement = $pdo->prepare($sql);
            $statement->execute($values);
            while (($row = $statement->fetch(PDO::FETCH_NUM)) !== false) {
                yield array_values(Typed::ints($row));
            }
            $statement->closeCursor();
        } finally {
            $pdo->setAttribute(PDO::MYSQL_ATTR_USE_BUFFERED_QUERY, true);
        }
    }
}

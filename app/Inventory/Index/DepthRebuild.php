<?php

declare(strict_types=1);

namespace App\Inventory\Index;

use App\Platform\Database\Bulk;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\LinkGraph\ClickDepth;
use PDO;

/**
 * Works out, for every page of the inventory, how many clicks it is from home and how many pages link to it: from their
 * main content (links_in, the page itself left out) and from navigation, header or footer (links_nav), each page once.
 */
final readonly class DepthRebuild
{
    /** Depth of a page that no link reaches. */
    public const UNREACHED = 65535;

    private const CHUNK = 5000;

    public function __construct(private Store $store)
    {
    }

    public function work(WorkRun $run): void
    {
        /** @var array<int, int> $node number by page id */
        $node = [];
        foreach (
            $this->stream('SELECT page_id FROM page_index WHERE store_id = ? ORDER BY page_id', [$this->store->id]) as [$page]
        ) {
            $node[(int) $page] = count($node);
        }
        $run->beat();
        // Lists by the number of the page, not by its id: they take a third of the room.
        $in = $nav = $out = array_fill(0, count($node), 0);
        [$starts, $targets] = $this->links($node, $in, $out);
        $run->beat();
        [$bundles, $bundlesOf, $combinations] = $this->blocks($node);
        foreach ($combinations as $combination => $pages) {
            $reached = [];
            foreach (explode(',', (string) $combination) as $block) {
                foreach ($bundles[(int) $block] ?? [] as $target) {
                    $reached[$target] = true;
                }
            }
            foreach (array_keys($reached) as $target) {
                $nav[$target] += $pages;
            }
        }
        $redirects = [];
        foreach (
            DB::select(
                'SELECT f.page_id, t.id AS target FROM page_facts f JOIN pages t ON t.store_id = f.store_id
                    AND t.digest = UNHEX(MD5(f.redirect_url)) WHERE f.store_id = ? AND f.to_crawl = 0
                    AND f.redirect_url IS NOT NULL',
                [$this->store->id],
            ) as $row
        ) {
            if (isset($node[(int) $row->page_id], $node[(int) $row->target])) {
                $redirects[$node[(int) $row->page_id]] = $node[(int) $row->target];
            }
        }
        $homeId = (int) DB::table('pages')
            ->where('store_id', $this->store->id)
            ->where('digest', $this->store->baseUrl()->digest())
            ->value('id');
        $home = $node[$homeId] ?? null;
        $depths = $home === null ? [] : ClickDepth::from($home, $starts, $targets, $redirects, $bundlesOf, $bundles);
        unset($starts, $targets, $bundlesOf, $bundles);
        $run->beat();
        $this->write($run, $node, $depths, $in, $nav, $out);
    }

    /**
     * The links of the main content in compressed rows (see ClickDepth), each page once; counts them as they come.
     *
     * @param  array<int, int>  $node  number by page id, in the order of both
     * @param  array<int, int>  $in  pages that lead here, by number
     * @param  array<int, int>  $out  links that leave, by number
     * @return array{list<int>, string}
     */
    private function links(array $node, array &$in, array &$out): array
    {
        $starts = array_fill(0, count($node) + 1, 0);
        $targets = '';
        [$current, $seen] = [-1, []];
        foreach (
            $this->stream('SELECT from_page, to_page FROM links WHERE store_id = ? ORDER BY from_page', [
                $this->store->id,
            ]) as [$page, $target]
        ) {
            $from = $node[$page] ?? null;
            $to = $node[$target] ?? null;
            if ($from === null || $to === null) {
                continue;
            }
            if ($from !== $current) {
                [$current, $seen] = [$from, []];
            }
            if (! isset($seen[$to])) {
                $seen[$to] = true;
                $targets .= pack('V', $to);
                $starts[$from + 1]++;
                $in[$to] += $from === $to ? 0 : 1;
            }
            $out[$from]++;
        }
        for ($number = 1, $last = count($node); $number <= $last; $number++) {
            $starts[$number] += $starts[$number - 1];
        }

        return [array_values($starts), $targets];
    }

    /**
     * @param  array<int, int>  $node
     * @return array{array<int, list<int>>, array<int, ?list<int>>, array<string, int>} targets by block, blocks by node, pages by the combination of blocks they carry
     */
    private function blocks(array $node): array
    {
        $bundles = [];
        foreach (
            $this->stream(
                'SELECT l.block_id, l.to_page FROM block_links l JOIN link_blocks b ON b.id = l.block_id
                    WHERE b.store_id = ?',
                [$this->store->id],
            ) as [$block, $to]
        ) {
            if (isset($node[$to])) {
                $bundles[(int) $block][] = $node[$to];
            }
        }
        $of = array_fill(0, count($node), null);
        $combinations = $interned = [];
        /** @param  list<int>  $blocks */
        $keep = static function (int $page, array $blocks) use ($node, &$of, &$combinations, &$interned): void {
            if ($blocks !== [] && isset($node[$page])) {
                $key = implode(',', $blocks);
                $combinations[$key] = ($combinations[$key] ?? 0) + 1;
                // Pages share few combinations of blocks; one list serves all that have the same.
                $of[$node[$page]] = $interned[$key] ??= array_values(array_map(intval(...), $blocks));
            }
        };
        [$current, $blocks] = [0, []];
        foreach (
            $this->stream('SELECT page_id, block_id FROM page_blocks WHERE store_id = ? ORDER BY page_id, block_id', [
                $this->store->id,
            ]) as [$page, $block]
        ) {
            if ($page !== $current) {
                $keep($current, $blocks);
                [$current, $blocks] = [$page, []];
            }
            $blocks[] = $block;
        }
        $keep($current, $blocks);

        return [$bundles, $of, $combinations];
    }

    /**
     * @param  array<int, int>  $node
     * @param  list<int>  $depths
     * @param  array<int, int>  $in
     * @param  array<int, int>  $nav
     * @param  array<int, int>  $out
     */
    private function write(WorkRun $run, array $node, array $depths, array $in, array $nav, array $out): void
    {
        foreach (array_chunk(array_keys($node), self::CHUNK) as $pages) {
            $rows = [];
            foreach ($pages as $page) {
                $number = $node[$page];
                $depth = $depths[$number] ?? ClickDepth::UNREACHED;
                $rows[] = [
                    $page,
                    $depth === ClickDepth::UNREACHED ? self::UNREACHED : $depth,
                    $in[$number],
                    $nav[$number],
                    $out[$number],
                ];
            }
            $run->fenced(static function () use ($rows): void {
                DB::statement(
                    'CREATE TEMPORARY TABLE IF NOT EXISTS new_depths (page_id BIGINT UNSIGNED PRIMARY KEY,
                        depth SMALLINT UNSIGNED, links_in INT UNSIGNED, links_nav INT UNSIGNED, links_out INT UNSIGNED)',
                );
                DB::delete('DELETE FROM new_depths');
                Bulk::write('new_depths', ['page_id', 'depth', 'links_in', 'links_nav', 'links_out'], $rows);
                DB::update(
                    'UPDATE page_index i JOIN new_depths n ON n.page_id = i.page_id SET i.depth = n.depth,
                        i.links_in = n.links_in, i.links_nav = n.links_nav, i.links_out = n.links_out,
                        i.sources = IF(n.depth = ?, i.sources & ~1, i.sources | 1)',
                    [self::UNREACHED],
                );
            });
            $run->beat();
        }
        DB::statement('DROP TEMPORARY TABLE IF EXISTS new_depths');
        $run->fenced(fn () => PageCounts::rebuild($this->store->id));
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
                yield array_map(intval(...), $row);
            }
            $statement->closeCursor();
        } finally {
            $pdo->setAttribute(PDO::MYSQL_ATTR_USE_BUFFERED_QUERY, true);
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Store\Pages;

use App\Store\Bulk;
use Illuminate\Support\Facades\DB;

/** Writes the links of one crawl: those of the main content as rows, those of repeated regions once as blocks. */
final class LinkBook
{
    /** @var array<string, int> block ids by digest */
    private array $blocks = [];

    public function __construct(private readonly int $storeId, private readonly int $crawl)
    {
    }

    public function knowsBlock(string $digest): bool
    {
        return isset($this->blocks[$digest]);
    }

    /** @param  list<array{int, string, bool}>  $links target page, anchor, nofollow */
    public function addBlock(string $digest, int $region, array $links): void
    {
        DB::insert('INSERT IGNORE INTO link_blocks (store_id, crawl_id, digest, region) VALUES (?, ?, ?, ?)', [$this->storeId, $this->crawl, $digest, $region]);
        $id = (int) DB::table('link_blocks')->where('crawl_id', $this->crawl)->where('digest', $digest)->value('id');
        $rows = [];
        foreach ($links as $place => [$to, $anchor, $nofollow]) {
            $rows[] = [$id, $place, $to, $anchor, $nofollow ? 1 : 0];
        }
        Bulk::write('block_links', ['block_id', 'place', 'to_page', 'anchor', 'nofollow'], $rows, 'INSERT IGNORE');
        $this->blocks[$digest] = $id;
    }

    /** @param  iterable<array{int, string}>  $pairs page, block digest */
    public function addPageBlocks(iterable $pairs): void
    {
        $rows = [];
        foreach ($pairs as [$page, $digest]) {
            $rows[] = [$this->crawl, $page, $this->blocks[$digest]];
        }
        Bulk::write('page_blocks', ['crawl_id', 'page_id', 'block_id'], $rows, 'INSERT IGNORE');
    }

    /** @param  iterable<array{int, int, int, string, bool}>  $links from page, place, target page, anchor, nofollow */
    public function addLinks(iterable $links): void
    {
        $rows = (function () use ($links): \Generator {
            foreach ($links as [$from, $place, $to, $anchor, $nofollow]) {
                yield [$this->crawl, $from, $place, $to, $anchor, $nofollow ? 1 : 0];
            }
        })();
        Bulk::write('links', ['crawl_id', 'from_page', 'place', 'to_page', 'anchor', 'nofollow'], $rows, 'INSERT IGNORE');
    }

    /** Deletes a portion of an older crawl's links, for only the newest crawl's are kept. Answers whether some are left. */
    public static function forget(int $crawl): bool
    {
        $blocks = Bulk::ids(DB::select('SELECT id FROM link_blocks WHERE crawl_id = ? LIMIT 200', [$crawl]), 'id');
        if ($blocks !== []) {
            DB::delete('DELETE FROM block_links WHERE block_id IN ('.Bulk::list($blocks).')');
            DB::delete('DELETE FROM link_blocks WHERE id IN ('.Bulk::list($blocks).')');
        }
        $deleted = DB::delete('DELETE FROM links WHERE crawl_id = ? LIMIT 20000', [$crawl]) + DB::delete('DELETE FROM page_blocks WHERE crawl_id = ? LIMIT 20000', [$crawl]);

        return $blocks !== [] || $deleted > 0;
    }
}

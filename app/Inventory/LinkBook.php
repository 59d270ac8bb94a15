<?php

declare(strict_types=1);

namespace App\Inventory;

use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use Closure;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Markup\PageReader;

/**
 * Keeps the links that each page carried when it was last read: those of the main content as rows, those of repeated
 * regions once as blocks. A page whose links are as before costs no write.
 */
final class LinkBook
{
    /** @var array<string, int> block ids by digest */
    private array $blocks = [];

    public function __construct(private readonly int $storeId)
    {
    }

    public function knowsBlock(string $digest): bool
    {
        return isset($this->blocks[$digest]);
    }

    /** @param  list<array{int, string, int}>  $links target page, anchor, bits of rel */
    public function addBlock(string $digest, int $region, array $links): void
    {
        DB::insert('INSERT IGNORE INTO link_blocks (store_id, digest, region) VALUES (?, ?, ?)', [
            $this->storeId,
            $digest,
            $region,
        ]);
        $id = Typed::int(
            DB::table('link_blocks')->where('store_id', $this->storeId)->where('digest', $digest)->value('id'),
        );
        $rows = [];
        foreach ($links as $place => [$to, $anchor, $rel]) {
            $rows[] = [$id, $place, $to, $anchor, $rel];
        }
        Bulk::write('block_links', ['block_id', 'place', 'to_page', 'anchor', 'rel'], $rows, 'INSERT IGNORE');
        $this->blocks[$digest] = $id;
    }

    /**
     * Replaces the links of those pages whose links have changed.
     *
     * @param  array<int, PageLinks>  $carried  by page
     * @param  Closure(): void  $between  called between the statements
     */
    public function write(array $carried, Closure $between): void
    {
        if ($carried === []) {
            return;
        }
        $known = [];
        foreach (
            Rows::all(
                'SELECT page_id, links_digest FROM page_answers WHERE page_id IN ('.
                    Bulk::list(array_keys($carried)).
                    ')',
            ) as $row
        ) {
            $known[$row->int('page_id')] = $row->text('links_digest');
        }
        $changed = array_filter(
            $carried,
            static fn (PageLinks $links, int $page): bool => ($known[$page] ?? '') !== $links->digest,
            ARRAY_FILTER_USE_BOTH,
        );
        $this->erase(array_keys(array_intersect_key($changed, $known)));
        $between();
        Bulk::write(
            'links',
            ['store_id', 'from_page', 'place', 'to_page', 'anchor', 'rel'],
            (function () use ($changed): \Generator {
                foreach ($changed as $page => $links) {
                    foreach ($links->links as $place => [$to, $anchor, $rel]) {
                        yield [$this->storeId, $page, $place, $to, $anchor, $rel];
                    }
                }
            })(),
        );
        $between();
        Bulk::write(
            'page_blocks',
            ['store_id', 'page_id', 'block_id'],
            (function () use ($changed): \Generator {
                foreach ($changed as $page => $links) {
                    foreach ($links->blocks as $digest) {
                        yield [$this->storeId, $page, $this->blocks[$digest]];
                    }
                }
            })(),
            'INSERT IGNORE',
        );
        Bulk::upsert(
            'page_answers',
            ['page_id', 'answer_digest', 'links_digest', 'edition', 'etag', 'last_modified'],
            array_map(
                static fn (int $page, PageLinks $links): array => [
                    $page,
                    new Bytes($links->answer),
                    new Bytes($links->digest),
                    PageReader::EDITION,
                    $links->etag,
                    $links->lastModified,
                ],
                array_keys($carried),
                $carried,
            ),
            'answer_digest = VALUES(answer_digest), links_digest = VALUES(links_digest),
                edition = VALUES(edition), etag = VALUES(etag), last_modified = VALUES(last_modified)',
        );
    }

    /**
     * Deletes the links of a portion of the pages that a complete crawl did not meet. Answers whether some may be left.
     */
    public function forgetGone(int $crawl): bool
    {
        $gone = Bulk::ids(
            Rows::all(
                'SELECT p.id FROM pages p JOIN page_answers a ON a.page_id = p.id WHERE p.store_id = ?
                    AND p.seen_crawl < ? LIMIT 500',
                [$this->storeId, $crawl],
            ),
            'id',
        );
        $this->forget($gone);
        if ($gone !== []) {
            return true;
        }
        $idle = Bulk::ids(
            Rows::all(
                'SELECT b.id FROM link_blocks b LEFT JOIN page_blocks p ON p.block_id = b.id WHERE b.store_id = ?
                    AND p.block_id IS NULL LIMIT 500',
                [$this->storeId],
            ),
            'id',
        );
        if ($idle !== []) {
            DB::delete('DELETE FROM block_links WHERE block_id IN ('.Bulk::list($idle).')');
            DB::delete('DELETE FROM link_blocks WHERE id IN ('.Bulk::list($idle).')');
        }

        return $idle !== [];
    }

    /**
     * These pages have to be parsed again when they next answer, whatever they answer; their links stay meanwhile.
     *
     * @param  list<int>  $pages
     */
    public function doubt(array $pages): void
    {
        if ($pages !== []) {
            DB::update(
                'UPDATE page_answers SET answer_digest = REPEAT(CHAR(0), 16), edition = 0 WHERE page_id IN ('.
                    Bulk::list($pages).
                    ')',
            );
        }
    }

    /** The same for the pages that a complete crawl did not meet. */
    public function doubtGone(int $crawl): void
    {
        DB::update(
            'UPDATE page_answers a JOIN pages p ON p.id = a.page_id SET a.answer_digest = REPEAT(CHAR(0), 16),
                a.edition = 0 WHERE p.store_id = ? AND p.seen_crawl < ?',
            [$this->storeId, $crawl],
        );
    }

    /** @param  list<int>  $pages that answer with a page no more */
    public function forget(array $pages): void
    {
        $this->erase($pages);
        if ($pages !== []) {
            DB::delete('DELETE FROM page_answers WHERE page_id IN ('.Bulk::list($pages).')');
        }
    }

    /** @param  list<int>  $pages */
    private function erase(array $pages): void
    {
        if ($pages !== []) {
            DB::delete('DELETE FROM links WHERE store_id = ? AND from_page IN ('.Bulk::list($pages).')', [
                $this->storeId,
            ]);
            DB::delete('DELETE FROM page_blocks WHERE store_id = ? AND page_id IN ('.Bulk::list($pages).')', [
                $this->storeId,
            ]);
        }
    }
}

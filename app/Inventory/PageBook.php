<?php

declare(strict_types=1);

namespace App\Inventory;

use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Url\PageUrl;
use stdClass;

/** Writes pages and their facts: a page's facts are kept as intervals of crawls, an unchanged page costs no new row. */
final class PageBook
{
    /** Ids kept in memory by digest; beyond this many the book forgets and looks up again. */
    private const MEMORY = 60_000;

    /** @var array<string, int> */
    private array $ids = [];

    private readonly Markets $markets;

    public function __construct(private readonly Store $store)
    {
        $this->markets = Markets::of($store);
    }

    /**
     * Ids of these URLs; those that are new become pages.
     *
     * @param  array<string, ?string>  $urls  URL by digest; null for one that is a page already
     * @return array<string, int> id by digest
     */
    public function idsOf(array $urls): array
    {
        $found = array_intersect_key($this->ids, $urls);
        $unknown = array_diff_key($urls, $found);
        if ($unknown === []) {
            return $found;
        }
        foreach (array_chunk(array_keys($unknown), 2000) as $digests) {
            $found += $this->look($digests);
        }
        $new = array_diff_key($unknown, $found);
        if ($new !== []) {
            ksort($new);
            $rows = [];
            foreach ($new as $digest => $url) {
                $parsed = PageUrl::parse(
                    $url ?? throw new \LogicException('A page was named by its digest before its URL was told.'),
                );
                $rows[] = [
                    $this->store->id,
                    $parsed === null ? $this->markets->first()->id : $this->markets->marketOf($parsed)->id,
                    new Bytes((string) $digest),
                    $url,
                ];
            }
            Bulk::write('pages', ['store_id', 'market_id', 'digest', 'url'], $rows, 'INSERT IGNORE');
            foreach (array_chunk(array_map(strval(...), array_keys($new)), 2000) as $digests) {
                $found += $this->look($digests);
            }
        }
        if (count($this->ids) > self::MEMORY) {
            $this->ids = [];
        }
        $this->ids += $found;

        return $found;
    }

    /** @param  list<FetchedPage>  $fetched */
    public function writeFacts(int $crawl, array $fetched): void
    {
        if ($fetched === []) {
            return;
        }
        $ids = array_map(static fn (FetchedPage $page): int => $page->pageId, $fetched);
        $open = [];
        foreach (
            Rows::all(
                'SELECT id, page_id, digest FROM page_facts WHERE to_crawl = 0 AND page_id IN ('.
                    Bulk::list($ids).
                    ')',
            ) as $row
        ) {
            $open[$row->int('page_id')] = [$row->int('id'), $row->text('digest')];
        }
        $close = [];
        $rows = [];
        foreach ($fetched as $page) {
            $digest = $page->digest();
            $known = $open[$page->pageId] ?? null;
            if ($known !== null && $known[1] === $digest) {
                continue;
            }
            if ($known !== null) {
                $close[] = $known[0];
            }
            $facts = $page->facts;
            $rows[] = [
                $page->pageId,
                $this->store->id,
                $crawl,
                new Bytes($digest),
                $page->status,
                $page->redirectUrl,
                mb_substr($page->contentType, 0, 120),
                self::cut($facts?->title),
                self::cut($facts?->description),
                self::cut(implode(', ', $facts->robots ?? [])),
                self::cut($page->robotsHeader),
                self::json($facts->canonicals ?? []),
                $page->canonicalHeader === null ? null : mb_substr($page->canonicalHeader, 0, 2048),
                self::json(array_slice($facts->h1s ?? [], 0, 50)),
                $facts->words ?? 0,
                $facts?->language === null ? null : mb_substr($facts->language, 0, 35),
                self::json(array_slice($facts->types ?? [], 0, 50)),
                self::json((object) ($facts->strays ?? [])),
                $page->bytes,
                $page->problem === null ? null : mb_substr($page->problem, 0, 255),
            ];
        }
        if ($close !== []) {
            // A page fetched twice in one crawl keeps its last facts only.
            DB::delete('DELETE FROM page_facts WHERE from_crawl = ? AND id IN ('.Bulk::list($close).')', [$crawl]);
            DB::update('UPDATE page_facts SET to_crawl = ? WHERE id IN ('.Bulk::list($close).')', [$crawl]);
        }
        Bulk::write(
            'page_facts',
            [
                'page_id', 'store_id', 'from_crawl', 'digest', 'status', 'redirect_url', 'content_type', 'title',
                'description', 'robots', 'robots_header', 'canonicals', 'canonical_header', 'h1s', 'words', 'language',
                'types', 'strays', 'bytes', 'problem',
            ],
            $rows,
        );
        $this->seen($crawl, $ids);
    }

    /** @param  list<array{FetchedPage, KeptDetails}>  $read */
    public function writeDetails(array $read): void
    {
        Bulk::write(
            'page_details',
            [
                'page_id', 'store_id', 'details', 'text', 'marks', 'product', 'headers', 'response_ms', 'images',
                'no_alt', 'h1s', 'headings', 'structured_errors', 'hreflangs', 'externals', 'needs_script',
                'looks_missing', 'text_life', 'canonicals',
            ],
            array_map(
                fn (array $one): array => [
                    $one[0]->pageId,
                    $this->store->id,
                    new Bytes($one[1]->packed),
                    new Bytes($one[1]->text),
                    new Bytes($one[1]->marks),
                    $one[1]->product,
                    self::json((object) $one[0]->headers),
                    $one[0]->responseMs,
                    $one[1]->images,
                    $one[1]->imagesWithoutAlt,
                    $one[1]->h1s,
                    $one[1]->headings,
                    $one[1]->structuredErrors,
                    $one[1]->hreflangs,
                    $one[1]->externals,
                    $one[1]->needsScript ? 1 : 0,
                    $one[1]->looksMissing ? 1 : 0,
                    $one[1]->textLife,
                    $one[1]->canonicals,
                ],
                $read,
            ),
            'REPLACE',
        );
    }

    /**
     * Keeps what pages said before they were gone, for as long as they are: called before their details are written
     * anew.
     *
     * @param  list<int>  $gone
     * @param  list<int>  $back  pages that answer again
     */
    public function keepLostTexts(array $gone, array $back): void
    {
        if ($gone !== []) {
            DB::insert(
                'INSERT IGNORE INTO lost_texts (page_id, store_id, text) SELECT page_id, store_id, text
                    FROM page_details WHERE page_id IN ('.
                    Bulk::list($gone).
                    ") AND text <> ''",
            );
        }
        if ($back !== []) {
            DB::delete('DELETE FROM lost_texts WHERE page_id IN ('.Bulk::list($back).')');
        }
    }

    /** @param  list<int>  $pages that answer with an HTML page no more */
    public function forgetDetails(array $pages): void
    {
        if ($pages !== []) {
            DB::delete('DELETE FROM page_details WHERE page_id IN ('.Bulk::list($pages).')');
        }
    }

    /**
     * Remembers that these pages are known by a source other than links.
     *
     * @param  list<int>  $pages
     */
    public function known(array $pages, PageSource $source): void
    {
        if ($pages !== []) {
            DB::update(
                'UPDATE pages SET sources = sources | ? WHERE id IN ('.Bulk::list($pages).') AND sources & ? = 0',
                [$source->value, $source->value],
            );
        }
    }

    public function showsResource(int $page, int $resource): void
    {
        DB::table('pages')
            ->where('id', $page)
            ->update(['resource_id' => $resource]);
    }

    /** @param  array<int, int>  $resources  what each page shows, by page */
    public function showEach(array $resources): void
    {
        foreach (array_chunk($resources, 500, true) as $chunk) {
            $cases = implode(
                ' ',
                array_map(
                    static fn (int $page, int $resource): string => "WHEN $page THEN $resource",
                    array_keys($chunk),
                    $chunk,
                ),
            );
            $pages = Bulk::list(array_keys($chunk));
            DB::update("UPDATE pages SET resource_id = CASE id $cases END WHERE id IN ($pages)");
            DB::update("UPDATE page_index SET resource_id = CASE page_id $cases END WHERE page_id IN ($pages)");
        }
    }

    /** After the shop was read: each page shows the resource whose address it has. */
    public function showResources(): void
    {
        DB::update(
            'UPDATE pages p LEFT JOIN resources r ON r.page_id = p.id AND r.gone = 0 SET p.resource_id = r.id
                WHERE p.store_id = ? AND NOT (p.resource_id <=> r.id)',
            [$this->store->id],
        );
    }

    /** @param  list<int>  $ids */
    public function toMarket(array $ids, int $market): void
    {
        DB::update('UPDATE pages SET market_id = ? WHERE id IN ('.Bulk::list($ids).')', [$market]);
    }

    /**
     * Pages that a source tells no more, such as a sitemap.
     *
     * @param  list<int>  $ids
     */
    public function noLongerIn(PageSource $source, array $ids): void
    {
        $ids === [] ||
            DB::update('UPDATE pages SET sources = sources & ~? WHERE id IN ('.Bulk::list($ids).')', [
                $source->value,
            ]);
    }

    /**
     * Pages that a complete crawl knew of and left out for its limits: they are not gone.
     *
     * @param  list<int>  $ids
     */
    public function stillThere(int $crawl, array $ids): void
    {
        DB::update('UPDATE pages SET seen_crawl = ? WHERE seen_crawl > 0 AND id IN ('.Bulk::list($ids).')', [
            $crawl,
        ]);
    }

    /** @param  list<int>  $pages */
    public function seen(int $crawl, array $pages): void
    {
        if ($pages !== []) {
            DB::update(
                'UPDATE pages SET seen_crawl = ?, first_crawl = IF(first_crawl = 0, ?, first_crawl) WHERE id IN ('.
                    Bulk::list($pages).
                    ')',
                [$crawl, $crawl],
            );
        }
    }

    /**
     * @param  list<string>  $digests
     * @return array<string, int>
     */
    private function look(array $digests): array
    {
        $found = [];
        foreach (
            Rows::all('SELECT id, digest FROM pages WHERE store_id = ? AND digest IN ('.Bytes::list($digests).')', [
                $this->store->id,
            ]) as $row
        ) {
            $found[$row->text('digest')] = $row->int('id');
        }

        return $found;
    }

    private static function cut(?string $text): ?string
    {
        return $text === null ? null : mb_substr($text, 0, 4000);
    }

    /** @param  list<string>|stdClass  $value */
    private static function json(array|stdClass $value): string
    {
        return json_encode(
            $value,
            JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE,
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

use App\Catalogue\PlannedResources;
use App\Inventory\PageBook;
use App\Inventory\PageSource;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Url\PageUrl;

/** Brings addresses into a crawl that no link reached, but that are known: the shop's, those of files, canonicals. */
final class KnownAddresses
{
    /** Canonical targets that become pages at a time. */
    private const MOST_CANONICALS = 20_000;

    /** The newest row of facts whose canonicals are known as pages. */
    private int $lookedTo = 0;

    public function __construct(
        private readonly WorkRun $run,
        private readonly Store $store,
        private readonly Frontier $frontier,
        private readonly int $crawlId,
        private readonly PageUrl $base,
    ) {
    }

    /**
     * Pages of the shop's resources, those that files told of, and those that pages name as their canonical, that no
     * link reached. What is only planned is not asked for: it is met when a link, a sitemap or the shop tells of it.
     *
     * @return bool whether there were any
     */
    public function add(): bool
    {
        $this->run->fenced(fn () => $this->knowCanonicals());
        $rows = Rows::all(
            'SELECT p.id, p.digest, p.url FROM pages p LEFT JOIN gather_frontier f ON f.crawl_id = ?
                AND f.page_id = p.id
            WHERE p.store_id = ? AND f.page_id IS NULL AND (p.sources & ~? > 0 OR EXISTS (SELECT 1 FROM resources r
            WHERE r.page_id = p.id AND r.gone = 0 AND r.from_page <> ?))',
            [$this->crawlId, $this->store->id, PageSource::Planned->value, PlannedResources::FROM_PLAN],
        );
        $pages = [];
        foreach ($rows as $row) {
            if (PageUrl::parse($row->text('url'))?->sameHostAs($this->base) === true) {
                $pages[$row->text('digest')] = $row->int('id');
            }
        }
        $level = Typed::int(DB::table('gather_frontier')->where('crawl_id', $this->crawlId)->max('level')) + 1;
        $this->run->fenced(fn () => $this->frontier->addPages($pages, $level));

        return $pages !== [];
    }

    /** What a canonical leads to is worth knowing, be it only that nothing answers there. */
    private function knowCanonicals(): void
    {
        // Those of the facts up to a row that this slice has looked at are known by now.
        $newest = Typed::int(
            DB::table('page_facts')->where('store_id', $this->store->id)->where('to_crawl', 0)->max('id'),
        );
        $named = Rows::all(
            "SELECT DISTINCT c.url FROM (SELECT JSON_UNQUOTE(JSON_EXTRACT(canonicals, '$[0]')) AS url FROM page_facts
                WHERE store_id = ? AND to_crawl = 0 AND id > ? AND canonicals <> '[]' UNION SELECT canonical_header
                FROM page_facts WHERE store_id = ? AND to_crawl = 0 AND id > ? AND canonical_header IS NOT NULL) c
            LEFT JOIN pages p ON p.store_id = ? AND p.digest = UNHEX(MD5(c.url)) WHERE p.id IS NULL LIMIT ".
                self::MOST_CANONICALS,
            [$this->store->id, $this->lookedTo, $this->store->id, $this->lookedTo, $this->store->id],
        );
        $this->lookedTo = count($named) < self::MOST_CANONICALS ? $newest : $this->lookedTo;
        $urls = [];
        foreach ($named as $row) {
            $url = PageUrl::parse($row->text('url'));
            if ($url?->sameHostAs($this->base) === true) {
                $urls[$url->digest()] = $url->text();
            }
        }
        $book = new PageBook($this->store);
        $book->known(array_values($book->idsOf($urls)), PageSource::Canonicals);
    }
}

<?php

declare(strict_types=1);

namespace App\Inventory;

use App\Stores\Kinds\PageKind;
use stdClass;

/** A page that is to be made. */
final readonly class PlannedPage
{
    /** @param  int  $afterCrawl  the newest crawl when it was planned; 0 where there was none */
    private function __construct(
        public int $pageId,
        public int $marketId,
        public PageKind $kind,
        public string $name,
        public string $url,
        public int $afterCrawl,
    ) {
    }

    /** @param  stdClass  $row  of planned_pages, with the page's url */
    public static function of(stdClass $row): self
    {
        return new self(
            (int) $row->page_id,
            (int) $row->market_id,
            PageKind::from((int) $row->kind),
            (string) $row->name,
            (string) $row->url,
            (int) $row->after_crawl,
        );
    }
}

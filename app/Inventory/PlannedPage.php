<?php

declare(strict_types=1);

namespace App\Inventory;

use App\Platform\Database\Row;
use App\Stores\Kinds\PageKind;

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

    /** @param  Row  $row  of planned_pages, with the page's url */
    public static function of(Row $row): self
    {
        return new self(
            $row->int('page_id'),
            $row->int('market_id'),
            PageKind::from($row->int('kind')),
            $row->text('name'),
            $row->text('url'),
            $row->int('after_crawl'),
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Inventory\Index;

/** Fetches of a page by one crawler that were answered alike. */
final readonly class CrawlerVisits
{
    /** @param  string  $lastDay  yyyy-mm-dd */
    public function __construct(
        public string $crawler,
        public int $status,
        public int $fetches,
        public string $lastDay,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace App\Gather\Changed;

/** Two crawls that are compared, and how far that is. */
final readonly class Comparison
{
    /**
     * @param  string  $state  running, done or failed
     * @param  int  $comparedTo  page up to which it has come
     */
    public function __construct(
        public int $id,
        public int $storeId,
        public int $beforeCrawl,
        public int $afterCrawl,
        public string $state,
        public int $comparedTo,
    ) {
    }
}

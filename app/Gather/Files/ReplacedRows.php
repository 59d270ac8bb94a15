<?php

declare(strict_types=1);

namespace App\Gather\Files;

/** What an import would put to rest. */
final readonly class ReplacedRows
{
    /**
     * @param  int  $days  on which they stand
     * @param  int  $clicks  clicks, or visits of sales
     * @param  int  $imports  earlier ones that they came with
     */
    public function __construct(
        public int $days,
        public int $rows,
        public int $pages,
        public int $clicks,
        public int $imports,
    ) {
    }
}

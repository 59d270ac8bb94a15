<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

/** One of the queries that a quick win is about. */
final readonly class WinQuery
{
    /**
     * @param  int  $rivals  pages of the store that rank for it
     */
    public function __construct(
        public string $text,
        public float $position,
        public int $impressions,
        public int $clicks,
        public int $rivals,
    ) {
    }
}

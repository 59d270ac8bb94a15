<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

/** A page with the queries that a little would win. */
final readonly class WinPage
{
    /**
     * @param  float  $gain  clicks in 28 days that they may bring
     * @param  float  $clickValue  in the currency of its market
     * @param  list<WinQuery>  $best  of its queries, the most seen first
     */
    public function __construct(
        public int $pageId,
        public string $url,
        public ?string $title,
        public int $queries,
        public float $gain,
        public float $clickValue,
        public string $sortKey,
        public array $best = [],
    ) {
    }
}

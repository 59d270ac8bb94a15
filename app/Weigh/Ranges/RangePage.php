<?php

declare(strict_types=1);

namespace App\Weigh\Ranges;

/** A page with its sums over some dates. */
final readonly class RangePage
{
    public function __construct(
        public int $pageId,
        public int $marketId,
        public string $url,
        public ?string $title,
        public int $clicks,
        public int $impressions,
        public int $positionSum,
        public int $orders,
        public float $revenue,
        public string $sortKey,
    ) {
    }
}

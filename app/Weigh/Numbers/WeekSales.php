<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

/** What sales tell of a page and a week, in the store's currency. */
final readonly class WeekSales
{
    public function __construct(
        public int $orders,
        public float $revenue,
        public float $returned,
        public float $margin,
    ) {
    }
}

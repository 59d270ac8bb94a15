<?php

declare(strict_types=1);

namespace App\Facts;

use App\Platform\Database\Rows;

/** What rows of sales tell of some days: of each page and day the coarsest grain that names the page (GrainDays). */
final readonly class SalesSum
{
    /** @param  int  $days  of them, that are told */
    private function __construct(public float $revenue, public float $returned, public int $orders, public int $days)
    {
    }

    /** Reads the rows of these days: for background work, not for a screen. */
    public static function between(int $store, string $first, string $last): self
    {
        $revenue = $returned = 0.0;
        $orders = 0;
        $days = [];
        foreach (GrainDays::of($store, FactTable::Sales, [$first, $last]) as $part) {
            $row = Rows::sole(
                'SELECT SUM(r.revenue) AS revenue, SUM(r.returned) AS returned, SUM(r.orders) AS orders FROM '.
                    FactTable::Sales->rows().
                    " r WHERE {$part->condition()}",
            );
            $revenue += $row->number('revenue');
            $returned += $row->number('returned');
            $orders += $row->int('orders');
            $days += array_fill_keys($part->days, true);
        }

        return new self($revenue, $returned, $orders, count($days));
    }
}

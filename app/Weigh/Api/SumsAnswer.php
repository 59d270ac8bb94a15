<?php

declare(strict_types=1);

namespace App\Weigh\Api;

use App\Weigh\Numbers\ComparedSums;
use App\Weigh\Numbers\Sums;

/** Sums as scripts read them. */
final class SumsAnswer
{
    /** @return array<string, int|float|null> */
    public static function compared(ComparedSums $sums): array
    {
        return [
            'clicks' => $sums->now->clicks,
            'impressions' => $sums->now->impressions,
            'position' => self::position($sums->now),
            'clicks_compared' => $sums->beside->clicks,
            'impressions_compared' => $sums->beside->impressions,
            'clicks_then' => $sums->then->clicks,
            'impressions_then' => $sums->then->impressions,
            'position_then' => self::position($sums->then),
        ];
    }

    /** @return array{orders: int, revenue: ?float} */
    public static function sales(Sums $sums): array
    {
        return ['orders' => $sums->orders, 'revenue' => self::money($sums->revenue)];
    }

    public static function position(Sums $sums): ?float
    {
        $position = $sums->position();

        return $position === null ? null : round($position, 2);
    }

    public static function money(?float $value): ?float
    {
        return $value === null ? null : round($value, 2);
    }
}

<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Store\Calendar\Calendar;
use App\Store\Facts\NumberWindow;
use App\Store\Models\Store;
use DateTimeImmutable;

/** Breaks in the data that lie in what a lens compares, so that a comparison across one says so. */
final class Breaks
{
    /** @return list<array{name: string, is_break: bool, first: string, last: string}> */
    public static function of(Store $store, NumberWindow $window, Lens $lens): array
    {
        if ($window->isPeriod) {
            return [];
        }
        $back = static fn (int $weeks): string => (new DateTimeImmutable($window->lastDay))->modify('-'.(7 * $weeks - 1).' days')->format('Y-m-d');
        // All days from the first of what is compared to the last of the window: numbers on both sides of a break do not stand on one ground.
        $from = $lens->against === 'year' ? $back(52 + $lens->weeks) : $back(2 * $lens->weeks);

        return array_values(array_filter(Calendar::between($store, $from, $window->lastDay), static fn (array $one): bool => $one['is_break']));
    }
}

<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use App\Store\Facts\NumberWindow;
use App\Store\Models\Store;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;

/** The next four weeks against the window, as they stood to each other a year (364 days) earlier. */
final class Season
{
    /** Impressions a year earlier under which nothing is concluded, and those that the answer "as now" is worth. */
    private const PRIOR = 2000.0;

    public static function ahead(Store $store, NumberWindow $window): float
    {
        if ($window->isPeriod) {
            return 1.0;
        }
        $sum = static fn (string $from, string $to): float => (float) DB::table('page_weeks')->where('store_id', $store->id)->where('week', '>=', $from)->where('week', '<=', $to)->sum('impressions');
        $day = static fn (string $day, string $change): string => (new DateTimeImmutable($day))->modify($change)->format('Y-m-d');
        $before = $sum($day($window->firstDay, '-364 days'), $day($window->lastDay, '-364 days'));
        $ahead = $sum($day($window->lastDay, '-363 days'), $day($window->lastDay, '-336 days'));
        $weeks = (float) NumberWindow::WEEKS / 4;

        return $before < self::PRIOR ? 1.0 : max(0.3, min(3.0, ($ahead * $weeks + self::PRIOR) / ($before + self::PRIOR)));
    }
}

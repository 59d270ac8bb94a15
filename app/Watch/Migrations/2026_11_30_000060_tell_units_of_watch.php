<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ColumnComments::say([
            'upper end of the difference; the truth lies in the range 9 times in 10' => ['watch_changes.orders_high'],
            '0 to 1: share of the gap that promises took as closed' => ['watch_changes.share'],
            'whole weeks told so far' => ['watch_changes.weeks_told'],
            'in the currency of the store' => ['watch_finance.returned'],
            'clicks above those expected' => ['watch_pages.gain'],
            'App\\Stores\\Kinds\\PageKind' => ['watch_pages.kind'],
            'App\\Watch\\Judging\\LeftOut' => ['watch_pages.left_out'],
            '1000 x position x impressions, summed' => [
                'watch_pages.places',
                'watch_results.places',
                'watch_results.places_before',
            ],
            'money in 28 days, on the day it went out; NULL where nothing was promised' => [
                'watch_pages.promised',
                'watch_results.promised',
            ],
            'in the currency of the market' => ['watch_pages.revenue', 'watch_pages.revenue_before'],
            'standard error of the expected clicks' => ['watch_results.error'],
            'clicks that would have come' => ['watch_results.expected', 'watch_weeks.expected'],
            'upper end of the gain in clicks; the truth lies in the range 9 times in 10' => ['watch_results.high'],
            'lower end of the gain in clicks; the truth lies in the range 9 times in 10' => ['watch_results.low'],
            'in its currency' => ['watch_results.revenue', 'watch_results.revenue_before'],
            'Orchard\\Core\\Outcome\\Verdict' => ['watch_results.verdict'],
            'clicks' => ['watch_weeks.came'],
        ]);
    }
};

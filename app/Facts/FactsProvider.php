<?php

declare(strict_types=1);

namespace App\Facts;

use App\Facts\Calendar\ComingBoard;
use App\Stores\Leaving\StoreTables;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Support\ServiceProvider;

final class FactsProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->singleton(ComingBoard::class);
    }

    public function boot(StoreTables $tables): void
    {
        // Imports are Gather's; what rests of their rows is not.
        foreach (['fact_pages', 'resting_search', 'resting_sales'] as $table) {
            $tables->child($table, 'import_id', 'gather_imports');
        }
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
        $this->loadRoutesFrom(__DIR__.'/routes.php');
        $this->callAfterResolving(Schedule::class, static function (Schedule $schedule): void {
            $schedule->call(self::nightly(...))->name('nightly')->dailyAt('03:20')->withoutOverlapping();
        });
    }

    /** Months ahead get their partitions; superseded rows are forgotten after their thirty days. */
    private static function nightly(): void
    {
        foreach (FactTable::cases() as $facts) {
            Partitions::ensure($facts, now(), now()->addMonths(3));
        }
        while (FactBook::forgetOld()) {
            usleep(100_000);
        }
    }
}

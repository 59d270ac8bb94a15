<?php

declare(strict_types=1);

namespace App\Facts;

use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Support\ServiceProvider;

final class FactsProvider extends ServiceProvider
{
    public function boot(): void
    {
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

<?php

declare(strict_types=1);

namespace App\Inventory;

use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\ServiceProvider;

final class InventoryProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->singleton(Figures::class);
    }

    public function boot(): void
    {
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
        $this->callAfterResolving(Schedule::class, static function (Schedule $schedule): void {
            // Words of rows that are gone stay in the index until then, and slow every search down.
            $schedule
                ->call(static fn () => DB::select('OPTIMIZE TABLE page_words'))
                ->name('words')
                ->dailyAt('03:50')
                ->withoutOverlapping();
        });
    }
}

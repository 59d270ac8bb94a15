<?php

declare(strict_types=1);

namespace App\Weigh;

use App\Store\Steps\StepBoard;
use App\Store\Work\WorkDesk;
use App\Weigh\Console\ExportCommand;
use App\Weigh\Console\ScoreCommand;
use App\Weigh\Ranges\RangeWork;
use App\Weigh\Scoring\Scores;
use App\Weigh\Scoring\ScoreWork;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Support\ServiceProvider;

final class WeighProvider extends ServiceProvider
{
    public function boot(WorkDesk $desk, StepBoard $board): void
    {
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
        $this->loadRoutesFrom(__DIR__.'/routes.php');
        $this->commands([ScoreCommand::class, ExportCommand::class]);
        $desk->register(ScoreWork::class);
        $desk->register(RangeWork::class);
        $board->register(new WeighStep);
        Scores::listen();
        $this->callAfterResolving(Schedule::class, static function (Schedule $schedule): void {
            $schedule->call(static fn (Scores $scores) => $scores->beginMissing())->name('sums that do not hold')->everyFiveMinutes();
        });
    }
}

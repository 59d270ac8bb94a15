<?php

declare(strict_types=1);

namespace App\Watch;

use App\Changes\Events\ReleaseBegun;
use App\Facts\Calendar\ComingBoard;
use App\Platform\Work\WorkDesk;
use App\Stores\Leaving\ExportParts;
use App\Stores\Leaving\StoreTables;
use App\Stores\Overview\OverviewBoard;
use App\Stores\Steps\Stamps;
use App\Stores\Steps\StepBoard;
use App\Watch\Changed\Marks;
use App\Watch\Changed\Promises;
use App\Watch\Console\ExportCommand;
use App\Watch\Console\JudgeCommand;
use App\Watch\Console\MarkCommand;
use App\Watch\Console\ReportCommand;
use App\Watch\Judging\JudgeWork;
use App\Watch\Judging\Judgings;
use App\Watch\Lists\ResultList;
use App\Watch\Reports\Readers;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\ServiceProvider;

final class WatchProvider extends ServiceProvider
{
    public function boot(
        WorkDesk $desk,
        StepBoard $board,
        Stamps $stamps,
        OverviewBoard $overview,
        StoreTables $tables,
        ExportParts $exports,
        ComingBoard $coming,
    ): void {
        $coming->register(ResultList::coming(...));
        $tables->child('watch_weeks', 'change_id', 'watch_changes');
        $exports->register('marked-changes', Marks::COLUMNS, Marks::export(...));
        $exports->register('results', ResultList::COLUMNS, ResultList::export(...));
        WatchOverview::register($overview);
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
        $this->loadRoutesFrom(__DIR__.'/routes.php');
        $this->commands([JudgeCommand::class, MarkCommand::class, ExportCommand::class, ReportCommand::class]);
        $desk->register(JudgeWork::class);
        $board->register(new WatchStep());
        $stamps->register(
            'results',
            "SELECT CONCAT_WS(' ', MAX(judged_at), MAX(decided_at), COUNT(*)) FROM watch_changes
                WHERE store_id = :store",
        );
        Judgings::listen();
        Event::listen(ReleaseBegun::class, static fn (ReleaseBegun $event) => app(Promises::class)->keep($event));
        $this->callAfterResolving(Schedule::class, static function (Schedule $schedule): void {
            $schedule->call(static fn (Judgings $judgings) => $judgings->beginAll())->name('results')->dailyAt('03:20');
            $schedule->call(static fn () => Readers::tick())->name('reports by mail')->hourly();
        });
        RateLimiter::for(
            'reports',
            static fn (Request $request): Limit => Limit::perMinute(60)->by('reports '.$request->ip()),
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Release;

use App\Changes\Live\ReleaseNames;
use App\Facts\Calendar\ComingBoard;
use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Release\Campaigns\Campaigns;
use App\Release\Console\HandoverCommand;
use App\Release\Console\SendCommand;
use App\Release\Console\UndoCommand;
use App\Release\Lists\PlanRow;
use App\Release\Planning\Plans;
use App\Release\Sending\LookWork;
use App\Release\Sending\SendWork;
use App\Stores\Leaving\StoreTables;
use App\Stores\Models\Store;
use App\Stores\Overview\OverviewBoard;
use App\Stores\Steps\StepBoard;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\ServiceProvider;

final class ReleaseProvider extends ServiceProvider
{
    public function boot(
        WorkDesk $desk,
        StepBoard $board,
        OverviewBoard $overview,
        StoreTables $tables,
        ReleaseNames $names,
        ComingBoard $coming,
    ): void {
        $coming->register(PlanRow::coming(...));
        $names->register(ReleaseTitles::of(...));
        $tables->child('release_links', 'release_id', 'release_batches');
        $tables->child('release_campaign_texts', 'campaign_id', 'release_campaigns');
        $tables->child('release_plan_changes', 'plan_id', 'release_plans');
        $tables->child('release_file_rows', 'file_id', 'release_files');
        $tables->files(
            static fn (Store $store): array => Typed::texts(
                DB::table('release_files')->where('store_id', $store->id)->pluck('file_key')->all(),
            ),
        );
        ReleaseOverview::register($overview);
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
        $this->loadRoutesFrom(__DIR__.'/routes.php');
        $this->commands([SendCommand::class, UndoCommand::class, HandoverCommand::class]);
        $desk->register(SendWork::class);
        $desk->register(LookWork::class);
        $board->register(new ReleaseStep());
        $this->callAfterResolving(Schedule::class, static function (Schedule $schedule): void {
            $schedule->call(static fn (Campaigns $campaigns) => $campaigns->tick())->name('campaigns')->everyMinute();
            $schedule->call(static fn (Plans $plans) => $plans->tick())->name('planned releases')->everyMinute();
        });
        RateLimiter::for(
            'handed',
            static fn (Request $request): Limit => Limit::perMinute(60)->by((string) $request->ip()),
        );
    }
}

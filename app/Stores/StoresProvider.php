<?php

declare(strict_types=1);

namespace App\Stores;

use App\Platform\Work\Events\WorkEnded;
use App\Platform\Work\WorkDesk;
use App\Stores\Console\AddCommand;
use App\Stores\Console\ArchiveCommand;
use App\Stores\Console\DeleteCommand;
use App\Stores\Console\ListCommand;
use App\Stores\Console\MappingCommand;
use App\Stores\Console\SetCommand;
use App\Stores\Console\TakeAwayCommand;
use App\Stores\Hooks\HookCalls;
use App\Stores\Hooks\HookWork;
use App\Stores\Leaving\DeleteWork;
use App\Stores\Leaving\ExportParts;
use App\Stores\Leaving\ExportWork;
use App\Stores\Leaving\Leaving;
use App\Stores\Leaving\StoreTables;
use App\Stores\Models\Store;
use App\Stores\Overview\OverviewBoard;
use App\Stores\Reporting\ReportBoard;
use App\Stores\Steps\Stamps;
use App\Stores\Steps\StepBoard;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Support\Facades\Blade;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\ServiceProvider;

final class StoresProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->singleton(StepBoard::class);
        $this->app->singleton(Stamps::class);
        $this->app->singleton(OverviewBoard::class);
        $this->app->singleton(ReportBoard::class);
        $this->app->singleton(StoreTables::class);
        $this->app->singleton(ExportParts::class);
    }

    public function boot(Stamps $stamps, WorkDesk $desk, StoreTables $tables): void
    {
        $desk->register(DeleteWork::class);
        $desk->register(ExportWork::class);
        $desk->register(HookWork::class);
        Event::listen(static fn (WorkEnded $ended) => app(HookCalls::class)->tell($ended));
        $tables->child('title_suffixes', 'market_id', 'markets');
        $tables->files(
            static fn (Store $store): array => Storage::disk('uploads')->files(ExportWork::folder($store->id)),
        );
        $this->callAfterResolving(Schedule::class, static function (Schedule $schedule): void {
            $schedule->call(Leaving::forgetExports(...))->name('old exports')->dailyAt('03:45');
            $schedule->call(HookCalls::forgetOld(...))->name('old calls')->dailyAt('03:46');
        });
        // Changes whenever a piece of the store's long work begins, ends or changes its state.
        $stamps->register(
            'work',
            "SELECT GROUP_CONCAT(id, ' ', state ORDER BY id) FROM work WHERE store_id = :store
                AND state IN ('waiting', 'running') AND wake_at <= UTC_TIMESTAMP() + INTERVAL 10 MINUTE",
        );
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
        $this->loadRoutesFrom(__DIR__.'/routes.php');
        $this->commands([
            AddCommand::class,
            ArchiveCommand::class,
            DeleteCommand::class,
            TakeAwayCommand::class,
            ListCommand::class,
            MappingCommand::class,
            SetCommand::class,
        ]);
        Blade::directive(
            'follows',
            static fn (string $what): string => '<?php echo \\'.Stamps::class."::attributes($what); ?>",
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Write;

use App\Catalogue\Events\ResourcesChanged;
use App\Changes\Events\DraftsReady;
use App\Changes\Events\TextsChanged;
use App\Changes\Live\RecipeNames;
use App\Inventory\Events\FiguresChanged;
use App\Inventory\Events\InventoryRefreshed;
use App\Inventory\Events\TermsChanged;
use App\Platform\Work\WorkDesk;
use App\Stores\Leaving\ExportParts;
use App\Stores\Leaving\StoreTables;
use App\Stores\Models\Store;
use App\Stores\Overview\OverviewBoard;
use App\Stores\Reporting\ReportBoard;
use App\Stores\Steps\StepBoard;
use App\Write\Console\ApplyCommand;
use App\Write\Console\CheckCommand;
use App\Write\Console\ExportCommand;
use App\Write\Console\ImportCommand;
use App\Write\Console\MeasureCommand;
use App\Write\Console\SuggestCommand;
use App\Write\Desk\RecheckWork;
use App\Write\Desk\RowRebuild;
use App\Write\Recipes\RecipeBook;
use App\Write\Recipes\RecipeRuns;
use App\Write\Recipes\RecipeWork;
use App\Write\Review\Claims;
use App\Write\Review\ClaimsWork;
use App\Write\Review\Reminders;
use App\Write\Sheets\TextExport;
use App\Write\Suggestions\Sources;
use App\Write\Suggestions\SuggestWork;
use App\Write\Suggestions\Taking;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\ServiceProvider;

final class WriteProvider extends ServiceProvider
{
    public function boot(
        WorkDesk $desk,
        StepBoard $board,
        OverviewBoard $overview,
        ReportBoard $report,
        StoreTables $tables,
        ExportParts $exports,
        RecipeNames $recipes,
    ): void {
        $recipes->register(RecipeBook::names(...));
        $exports->register(
            'texts',
            TextExport::COLUMNS,
            static fn (Store $store): iterable => app(TextExport::class)->rows($store),
        );
        $tables->child('write_sheet_rows', 'sheet_id', 'write_sheets');
        $tables->child('write_recipe_rows', 'run_id', 'write_recipe_runs');
        $tables->child('write_recipe_versions', 'recipe_id', 'write_recipes');
        $tables->child('write_recipe_exceptions', 'recipe_id', 'write_recipes');
        $tables->child('write_wish_pages', 'wish_id', 'write_wishes');
        $tables->child('write_recipe_texts', 'resource_id', 'resources');
        WriteOverview::register($overview);
        $report->tellSpent(Sources::spent(...));
        $this->callAfterResolving(Schedule::class, static function (Schedule $schedule): void {
            $schedule->call(static fn (Reminders $reminders) => $reminders->send())->name('reminders')->hourly();
            $schedule->call(static fn () => Claims::tick())->name('claims of drafts')->everyThirtySeconds();
        });
        RateLimiter::for(
            'review',
            static fn (Request $request): Limit => Limit::perMinute(300)->by((string) $request->ip()),
        );
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
        $this->loadRoutesFrom(__DIR__.'/routes.php');
        $this->commands([
            ApplyCommand::class,
            ExportCommand::class,
            ImportCommand::class,
            CheckCommand::class,
            MeasureCommand::class,
            SuggestCommand::class,
        ]);
        $desk->register(RecipeWork::class);
        $desk->register(RecheckWork::class);
        $desk->register(SuggestWork::class);
        $desk->register(ClaimsWork::class);
        $board->register(new WriteStep());
        Event::listen(InventoryRefreshed::class, [RowRebuild::class, 'afterGather']);
        // Behind the rebuilding of the desk, which tells the samples what a page is worth.
        Event::listen(InventoryRefreshed::class, [RecipeRuns::class, 'afterGather']);
        Event::listen(DraftsReady::class, [ClaimsWork::class, 'afterReady']);
        Event::listen(
            InventoryRefreshed::class,
            static fn (InventoryRefreshed $event) => Claims::afterGather($event->storeId),
        );
        Event::listen(ResourcesChanged::class, [RowRebuild::class, 'afterResources']);
        Event::listen(TermsChanged::class, [RowRebuild::class, 'afterTerms']);
        Event::listen(FiguresChanged::class, [RowRebuild::class, 'afterWeighing']);
        Event::listen(TextsChanged::class, [RowRebuild::class, 'afterChange']);
        Event::listen(TextsChanged::class, [Taking::class, 'afterChange']);
    }
}

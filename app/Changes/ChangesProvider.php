<?php

declare(strict_types=1);

namespace App\Changes;

use App\Catalogue\Events\ResourceGivesWay;
use App\Catalogue\Events\ResourcesConnected;
use App\Changes\Events\TextsChanged;
use App\Changes\Live\RecipeNames;
use App\Changes\Live\ReleaseNames;
use App\Changes\Trials\Trials;
use App\Inventory\Figures;
use App\Inventory\Index\TakenOver;
use App\Stores\Leaving\ExportParts;
use App\Stores\Leaving\StoreTables;
use App\Stores\Overview\OverviewBoard;
use App\Stores\Steps\Stamps;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;

final class ChangesProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->singleton(ReleaseNames::class);
        $this->app->singleton(RecipeNames::class);
    }

    public function boot(
        Stamps $stamps,
        OverviewBoard $overview,
        ExportParts $exports,
        StoreTables $tables,
        Figures $figures,
    ): void {
        $figures->register(TakenOver::DRAFT, DraftFigure::of(...));
        Event::listen(TextsChanged::class, [DraftFigure::class, 'afterChange']);
        $exports->register('history', HistoryExport::COLUMNS, HistoryExport::rows(...));
        $tables->child('text_step_rows', 'step_id', 'text_steps');
        $tables->child('text_step_terms', 'step_id', 'text_steps');
        $tables->child('text_trial_groups', 'trial_id', 'text_trials');
        $tables->child('text_trial_pages', 'trial_id', 'text_trials');
        ChangesOverview::register($overview);
        // The history is written in the transaction of each change of a text or an address.
        $stamps->register('texts', 'SELECT MAX(id) FROM history WHERE store_id = :store');
        Event::listen(
            ResourcesConnected::class,
            static fn (ResourcesConnected $joined) => app(Drafts::class)->rebaseAll($joined->resourceIds),
        );
        Event::listen(ResourceGivesWay::class, static fn (ResourceGivesWay $event) => app(Drafts::class)->move($event));
        $this->callAfterResolving(Schedule::class, static function (Schedule $schedule): void {
            $schedule->call(static fn (Trials $trials) => $trials->tick())->name('trials')->everyFiveMinutes();
        });
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
    }
}

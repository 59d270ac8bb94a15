<?php

declare(strict_types=1);

namespace App\Weigh;

use App\Inventory\Figures;
use App\Inventory\Terms\SeenQueries;
use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Stores\Leaving\ExportParts;
use App\Stores\Leaving\StoreTables;
use App\Stores\Models\Store;
use App\Stores\Overview\OverviewBoard;
use App\Stores\Reporting\ReportBoard;
use App\Stores\Steps\Stamps;
use App\Stores\Steps\StepBoard;
use App\Weigh\Console\ExportCommand;
use App\Weigh\Console\ScoreCommand;
use App\Weigh\Numbers\TopQueries;
use App\Weigh\Ranges\RangeWork;
use App\Weigh\Weighing\Scores;
use App\Weigh\Weighing\ScoreWork;
use App\Weigh\Worklists\Progress;
use App\Weigh\Worklists\WorklistSheet;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\ServiceProvider;

final class WeighProvider extends ServiceProvider
{
    public function boot(
        WorkDesk $desk,
        StepBoard $board,
        Stamps $stamps,
        Figures $figures,
        SeenQueries $seen,
        OverviewBoard $overview,
        ReportBoard $report,
        StoreTables $tables,
        ExportParts $exports,
    ): void {
        $tables->child('weigh_range_rows', 'range_id', 'weigh_ranges');
        $exports->register('upside', Scores::COLUMNS, Scores::export(...));
        $exports->register('worklists', WorklistSheet::ALL, WorklistSheet::all(...));
        WeighOverview::register($overview);
        $report->tellYear(WeighReport::year(...));
        $seen->register(TopQueries::of(...), TopQueries::portion(...));
        foreach (['upside', 'expected_rate', 'click_value', 'wording', 'wording_clicks'] as $figure) {
            $figures->register(
                $figure,
                static fn (Store $store, array $pages): array => Typed::numbers(
                    DB::table('weigh_scores')
                        ->where('store_id', $store->id)
                        ->whereIn('page_id', $pages)
                        ->pluck($figure, 'page_id')
                        ->all(),
                ),
            );
        }
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
        $this->loadRoutesFrom(__DIR__.'/routes.php');
        $this->commands([ScoreCommand::class, ExportCommand::class]);
        $desk->register(ScoreWork::class);
        $desk->register(RangeWork::class);
        $board->register(new WeighStep());
        $stamps->register('weighed', 'SELECT MAX(scored_at) FROM weigh_models WHERE store_id = :store');
        $stamps->register('worklists', Progress::STAMP);
        Scores::listen();
        $this->callAfterResolving(Schedule::class, static function (Schedule $schedule): void {
            $schedule
                ->call(static fn (Scores $scores) => $scores->beginMissing())
                ->name('sums that do not hold')
                ->everyFiveMinutes();
        });
    }
}

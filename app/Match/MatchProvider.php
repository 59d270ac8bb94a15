<?php

declare(strict_types=1);

namespace App\Match;

use App\Inventory\Events\FiguresChanged;
use App\Inventory\Events\PlannedPageArrived;
use App\Inventory\Events\TermsChanged;
use App\Inventory\Terms\PageGroups;
use App\Match\Console\ExportCommand;
use App\Match\Console\ImportCommand;
use App\Match\Console\SuggestCommand;
use App\Match\Pairing\SuggestWork;
use App\Match\Planning\Plans;
use App\Match\Roads\RoadExport;
use App\Match\Terms\Groups;
use App\Match\Terms\LeadMarks;
use App\Match\Terms\MatchExport;
use App\Match\Tracking\TermHistory;
use App\Match\Tracking\TrackWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Leaving\ExportParts;
use App\Stores\Leaving\StoreTables;
use App\Stores\Steps\Stamps;
use App\Stores\Steps\StepBoard;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;

final class MatchProvider extends ServiceProvider
{
    public function boot(
        WorkDesk $desk,
        StepBoard $board,
        Stamps $stamps,
        ExportParts $exports,
        StoreTables $tables,
        PageGroups $groups,
    ): void {
        $groups->register(Groups::ofPages(...));
        $tables->child('match_road_steps', 'road_id', 'match_roads');
        $exports->register('roads', RoadExport::COLUMNS, RoadExport::rows(...));
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
        $this->loadRoutesFrom(__DIR__.'/routes.php');
        $this->commands([SuggestCommand::class, ExportCommand::class, ImportCommand::class]);
        $desk->register(SuggestWork::class);
        $desk->register(TrackWork::class);
        $board->register(new MatchStep());
        $exports->register('matches', MatchExport::PAGES, MatchExport::pages(...));
        $exports->register('terms', MatchExport::TERMS, MatchExport::terms(...));
        $exports->register('tracked', TermHistory::COLUMNS, TermHistory::table(...));
        $stamps->register(
            'tracked',
            "SELECT CONCAT(id, ' ', state) FROM work WHERE store_id = :store AND sort = '".
                TrackWork::sort().
                "' ORDER BY id DESC LIMIT 1",
        );
        $stamps->register(
            'matched',
            "SELECT CONCAT_WS(' ', (SELECT MAX(matched_at) FROM match_states WHERE store_id = :store),
                (SELECT MAX(id) FROM match_steps WHERE store_id = :store))",
        );
        Event::listen(FiguresChanged::class, [TrackWork::class, 'afterWeighing']);
        Event::listen(PlannedPageArrived::class, Plans::arrived(...));
        Event::listen(TermsChanged::class, [LeadMarks::class, 'after']);
    }
}

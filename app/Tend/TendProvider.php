<?php

declare(strict_types=1);

namespace App\Tend;

use App\Changes\AddressDrifts;
use App\Platform\Web\Caller;
use App\Platform\Work\WorkDesk;
use App\Stores\Leaving\ExportParts;
use App\Stores\Models\Store;
use App\Stores\Steps\Stamps;
use App\Stores\Steps\StepBoard;
use App\Tend\Adding\AddWork;
use App\Tend\Asking\AskWork;
use App\Tend\Asking\LabWork;
use App\Tend\Console\ExportCommand;
use App\Tend\Console\FindCommand;
use App\Tend\Console\LabCommand;
use App\Tend\Console\MapsCommand;
use App\Tend\Console\PutCommand;
use App\Tend\Finding\Finds;
use App\Tend\Finding\FindWork;
use App\Tend\Finding\WorthWork;
use App\Tend\Lists\LinkList;
use App\Tend\Lists\SaidTables;
use App\Tend\Maps\MapWork;
use App\Tend\Releasing\PartsSeen;
use App\Tend\Releasing\PutWork;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\Facades\View as Views;
use Illuminate\Support\ServiceProvider;
use Illuminate\View\View;

final class TendProvider extends ServiceProvider
{
    public function boot(WorkDesk $desk, StepBoard $board, Stamps $stamps, ExportParts $exports): void
    {
        $exports->register('findings-left', SaidTables::LEFT, SaidTables::left(...));
        $exports->register('page-questions', SaidTables::QUESTIONS, SaidTables::questions(...));
        $exports->register('robots-txt', SaidTables::ROBOTS, SaidTables::robots(...));
        $exports->register('links-to-add', LinkList::COLUMNS, LinkList::export(...));
        Views::composer('tend.drifts', static function (View $view): void {
            $store = $view->getData()['store'] ?? null;
            $view->with('drifts', $store instanceof Store ? AddressDrifts::list($store, PartsSeen::fields(), 50) : []);
        });
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
        $this->loadRoutesFrom(__DIR__.'/routes.php');
        $this->commands([
            FindCommand::class,
            LabCommand::class,
            ExportCommand::class,
            MapsCommand::class,
            PutCommand::class,
        ]);
        $desk->register(FindWork::class);
        $desk->register(WorthWork::class);
        $desk->register(AddWork::class);
        $desk->register(MapWork::class);
        $desk->register(AskWork::class);
        $desk->register(LabWork::class);
        $desk->register(PutWork::class);
        $board->register(new TendStep());
        $stamps->register(
            'tended',
            "SELECT CONCAT_WS(' ', (SELECT found_at FROM tend_states WHERE store_id = :store),
                (SELECT MAX(id) FROM tend_leaves WHERE store_id = :store),
                (SELECT CONCAT_WS(' ', MAX(said_at), MAX(run)) FROM tend_links WHERE store_id = :store))",
        );
        $stamps->register('maps', 'SELECT made_at FROM tend_map_states WHERE store_id = :store');
        // Who asks the shop from here, and search engines that fetch sitemaps.
        RateLimiter::for(
            'tend-looks',
            static fn (Request $request): Limit => Limit::perMinute(30)->by('looks '.Caller::id($request)),
        );
        RateLimiter::for(
            'sitemaps',
            static fn (Request $request): Limit => Limit::perMinute(240)->by('maps '.$request->ip()),
        );
        Finds::listen();
    }
}

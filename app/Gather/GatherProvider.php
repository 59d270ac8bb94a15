<?php

declare(strict_types=1);

namespace App\Gather;

use App\Gather\Changed\CompareWork;
use App\Gather\Changed\DecideWork;
use App\Gather\Console\CrawlCommand;
use App\Gather\Console\ExportCommand;
use App\Gather\Console\FeedCommand;
use App\Gather\Console\ImportCommand;
use App\Gather\Crawl\Crawls;
use App\Gather\Crawl\CrawlWork;
use App\Gather\Feeds\Feeds;
use App\Gather\Feeds\FeedWork;
use App\Gather\Files\Imports;
use App\Gather\Files\ImportWork;
use App\Gather\Pages\PageExport;
use App\Gather\Pages\PageFilter;
use App\Gather\Pages\PageList;
use App\Gather\Pages\ReindexWork;
use App\Gather\Rendering\RenderWork;
use App\Inventory\Selections;
use App\Platform\Typed;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Events\RulesChanged;
use App\Stores\Events\StoreAdded;
use App\Stores\Leaving\ExportParts;
use App\Stores\Leaving\StoreTables;
use App\Stores\Models\Store;
use App\Stores\Overview\OverviewBoard;
use App\Stores\Steps\Stamps;
use App\Stores\Steps\StepBoard;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;

final class GatherProvider extends ServiceProvider
{
    public function boot(
        WorkDesk $desk,
        StepBoard $board,
        Stamps $stamps,
        OverviewBoard $overview,
        StoreTables $tables,
        ExportParts $exports,
    ): void {
        $exports->register(
            'pages',
            PageExport::COLUMNS,
            static fn (Store $store): iterable => app(PageExport::class)->rows(
                $store,
                app(PageList::class)->ids($store, PageFilter::of([])),
            ),
        );
        foreach (['gather_sitemaps', 'gather_frontier', 'gather_patterns'] as $table) {
            $tables->child($table, 'crawl_id', 'gather_crawls');
        }
        foreach (['gather_changes', 'gather_causes'] as $table) {
            $tables->child($table, 'comparison_id', 'gather_comparisons');
        }
        $tables->child('gather_asides', 'import_id', 'gather_imports');
        $tables->child('gather_image_sizes', 'page_id', 'pages');
        $tables->files(
            static fn (Store $store): array => Typed::texts(
                DB::table('gather_imports')->where('store_id', $store->id)->pluck('file_key')->all(),
            ),
        );
        GatherOverview::register($overview);
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
        $this->loadRoutesFrom(__DIR__.'/routes.php');
        $this->commands([CrawlCommand::class, ExportCommand::class, ImportCommand::class, FeedCommand::class]);
        $desk->register(CrawlWork::class);
        $desk->register(ReindexWork::class);
        $desk->register(ImportWork::class);
        $desk->register(CompareWork::class);
        $desk->register(DecideWork::class);
        $desk->register(FeedWork::class);
        $desk->register(RenderWork::class);
        $board->register(new GatherStep());
        $stamps->register(
            'pages',
            "SELECT CONCAT(id, ' ', state, ' ', fetched) FROM gather_crawls WHERE store_id = :store
                ORDER BY id DESC LIMIT 1",
        );
        $this->callAfterResolving(Schedule::class, static function (Schedule $schedule): void {
            $schedule->call(static fn () => Imports::forgetAbandoned())->name('abandoned files')->dailyAt('03:50');
            $schedule->call(static fn () => Selections::forgetOld())->name('old selections')->dailyAt('03:55');
            $schedule->call(static fn (Feeds $feeds) => $feeds->pullAll())->name('feeds')->dailyAt('04:30');
            $schedule
                ->call(static fn (Crawls $crawls) => $crawls->beginDue())
                ->name('crawls that are due')
                ->everyMinute();
        });
        Event::listen(
            static fn (StoreAdded $added) => app(Crawls::class)->begin(
                Store::query()->findOrFail($added->storeId),
                $added->userId,
            ),
        );
        Event::listen(static function (RulesChanged $event) use ($desk): void {
            $desk->begin(
                new NewWork(ReindexWork::class, $event->storeId, 0, is_int($event->userId) ? $event->userId : null),
            );
        });
    }
}

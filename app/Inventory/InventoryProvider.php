<?php

declare(strict_types=1);

namespace App\Inventory;

use App\Inventory\Events\FiguresChanged;
use App\Inventory\Events\InventoryRefreshed;
use App\Inventory\Events\TermsChanged;
use App\Inventory\Index\TakenOver;
use App\Inventory\Terms\PageGroups;
use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\SeenQueries;
use App\Platform\Database\Rows;
use App\Stores\Leaving\StoreTables;
use App\Stores\Models\Store;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;

final class InventoryProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->singleton(Figures::class);
        $this->app->singleton(SeenQueries::class);
        $this->app->singleton(PageGroups::class);
    }

    public function boot(StoreTables $tables, Figures $figures): void
    {
        $figures->register(
            TakenOver::LEAD,
            static fn (Store $store, array $pages): array => array_map(
                static fn (): float => 1.0,
                array_filter(PageTerms::leads($pages), static fn (string $term): bool => $term !== ''),
            ),
        );
        Event::listen(FiguresChanged::class, [TakenOver::class, 'afterWeighing']);
        Event::listen(TermsChanged::class, [TakenOver::class, 'afterTerms']);
        Event::listen(InventoryRefreshed::class, [TakenOver::class, 'afterGather']);
        $tables->child('page_answers', 'page_id', 'pages');
        $tables->child('selected_pages', 'selection_id', 'page_selections');
        $tables->child('block_links', 'block_id', 'link_blocks');
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
        $this->callAfterResolving(Schedule::class, static function (Schedule $schedule): void {
            // Words of rows that are gone stay in the index until then, and slow every search down.
            $schedule
                ->call(static fn () => Rows::all('OPTIMIZE TABLE page_words'))
                ->name('words')
                ->dailyAt('03:50')
                ->withoutOverlapping();
        });
    }
}

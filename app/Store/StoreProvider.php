<?php

declare(strict_types=1);

namespace App\Store;

use App\Store\Console\AddCommand;
use App\Store\Console\CheckCommand;
use App\Store\Console\ListCommand;
use App\Store\Console\SetCommand;
use App\Store\Console\WordsCommand;
use App\Store\Facts\FactBook;
use App\Store\Facts\FactTable;
use App\Store\Facts\Partitions;
use App\Store\Http\FrameComposer;
use App\Store\Models\Store;
use App\Store\Pages\Figures;
use App\Store\Steps\Stamps;
use App\Store\Steps\StepBoard;
use App\Store\Words\TemplatePhrases;
use App\Store\Work\WorkDesk;
use App\Store\Work\WorkView;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Support\Facades\Blade;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\View;
use Illuminate\Support\ServiceProvider;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Text\WidthTable;

final class StoreProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->singleton(WorkDesk::class);
        $this->app->singleton(StepBoard::class);
        $this->app->singleton(Stamps::class);
        $this->app->singleton(Figures::class);
        $this->app->singleton(Ruler::class, static fn (): Ruler => new Ruler(WidthTable::fromJson((string) file_get_contents(resource_path('js/widths.json')))));
    }

    public function boot(Stamps $stamps): void
    {
        $stamps->register('work', static fn (Store $store): string => substr(hash('sha256', implode(' ', array_map(static fn (WorkView $work): string => "$work->id $work->state", WorkView::underWay($store->id)))), 0, 12));
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
        $this->loadRoutesFrom(__DIR__.'/routes.php');
        $this->commands([AddCommand::class, CheckCommand::class, ListCommand::class, SetCommand::class, WordsCommand::class]);
        View::composer('frame', FrameComposer::class);
        // Templates are written in English; what lang/<locale>.json says otherwise takes a phrase's place when they are compiled.
        Blade::prepareStringsForCompilationUsing(static fn (string $source): string => TemplatePhrases::translate($source, self::phrases()));
        Blade::directive('follows', static fn (string $what): string => "<?php echo \\App\\Store\\Steps\\Stamps::attributes($what); ?>");
        Blade::directive('n', static fn (string $number): string => "<?php echo \\App\\Store\\Http\\Forms::number((float) ($number)); ?>");
        $this->callAfterResolving(Schedule::class, static function (Schedule $schedule): void {
            $schedule->call(static fn () => app(WorkDesk::class)->sweep())->name('sweep')->everyTenSeconds();
            $schedule->call(static function (): void {
                foreach (FactTable::cases() as $facts) {
                    Partitions::ensure($facts, now(), now()->addMonths(3));
                }
                while (FactBook::forgetOld()) {
                    usleep(100_000);
                }
                // Words of rows that are gone stay in the index until then, and slow every search down.
                DB::select('OPTIMIZE TABLE page_words');
            })->name('nightly')->dailyAt('03:20')->withoutOverlapping();
        });
    }

    /** @return array<string, string> */
    private static function phrases(): array
    {
        $file = lang_path(app()->getLocale().'.json');

        return is_file($file) ? array_filter((array) json_decode((string) file_get_contents($file), true), is_string(...)) : [];
    }
}

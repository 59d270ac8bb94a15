<?php

declare(strict_types=1);

namespace App\Platform;

use App\Platform\Console\CheckCommand;
use App\Platform\Console\HouseCommand;
use App\Platform\Console\WordsCommand;
use App\Platform\Database\RowConnection;
use App\Platform\Spelling\Dictionaries;
use App\Platform\Web\Forms;
use App\Platform\Words\TemplatePhrases;
use App\Platform\Work\WorkDesk;
use Closure;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Database\Connection;
use Illuminate\Support\Facades\Blade;
use Illuminate\Support\ServiceProvider;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Text\WidthTable;
use PDO;

final class PlatformProvider extends ServiceProvider
{
    public function register(): void
    {
        // One for a process: opening four dictionaries takes a fifth of a second.
        $this->app->singleton(
            Dictionaries::class,
            static fn (): Dictionaries => new Dictionaries(storage_path('framework/spelling')),
        );
        $this->app->singleton(WorkDesk::class);
        Connection::resolverFor(
            'mariadb',
            /** @param  array<string, mixed>  $config */
            static fn (
                PDO|Closure $pdo,
                string $database,
                string $prefix,
                array $config,
            ): RowConnection => new RowConnection($pdo, $database, $prefix, $config),
        );
        $this->app->singleton(
            Ruler::class,
            static fn (): Ruler => new Ruler(
                WidthTable::fromJson((string) file_get_contents(resource_path('js/widths.json'))),
            ),
        );
    }

    public function boot(): void
    {
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
        $this->loadRoutesFrom(__DIR__.'/routes.php');
        $this->commands([CheckCommand::class, HouseCommand::class, WordsCommand::class]);
        // Templates are written in English; what lang/<locale>.json says otherwise takes a phrase's place when they are
        // compiled.
        Blade::prepareStringsForCompilationUsing(
            static fn (string $source): string => TemplatePhrases::translate($source, self::phrases()),
        );
        Blade::directive(
            'n',
            static fn (string $number): string => '<?php echo \\'.Forms::class."::number((float) ($number)); ?>",
        );
        Blade::directive(
            'day',
            static fn (string $day): string => '<?php echo e(\\'.Forms::class."::day($day)); ?>",
        );
        $this->callAfterResolving(Schedule::class, static function (Schedule $schedule): void {
            $schedule->call(static fn () => app(WorkDesk::class)->sweep())->name('sweep')->everyTenSeconds();
        });
    }

    /** @return array<string, string> */
    private static function phrases(): array
    {
        $file = lang_path(app()->getLocale().'.json');

        return is_file($file)
            ? array_filter((array) json_decode((string) file_get_contents($file), true), is_string(...))
            : [];
    }
}

<?php

declare(strict_types=1);

namespace App\Stores;

use App\Platform\Work\WorkView;
use App\Stores\Console\AddCommand;
use App\Stores\Console\ListCommand;
use App\Stores\Console\MappingCommand;
use App\Stores\Console\SetCommand;
use App\Stores\Models\Store;
use App\Stores\Overview\OverviewBoard;
use App\Stores\Steps\Stamps;
use App\Stores\Steps\StepBoard;
use Illuminate\Support\Facades\Blade;
use Illuminate\Support\ServiceProvider;

final class StoresProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->singleton(StepBoard::class);
        $this->app->singleton(Stamps::class);
        $this->app->singleton(OverviewBoard::class);
    }

    public function boot(Stamps $stamps): void
    {
        $stamps->register('work', self::workStamp(...));
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
        $this->loadRoutesFrom(__DIR__.'/routes.php');
        $this->commands([AddCommand::class, ListCommand::class, MappingCommand::class, SetCommand::class]);
        Blade::directive(
            'follows',
            static fn (string $what): string => '<?php echo \\'.Stamps::class."::attributes($what); ?>",
        );
    }

    /** Changes whenever a piece of the store's long work begins, ends or changes its state. */
    private static function workStamp(Store $store): string
    {
        $states = array_map(
            static fn (WorkView $work): string => "$work->id $work->state",
            WorkView::underWay($store->id),
        );

        return substr(hash('sha256', implode(' ', $states)), 0, 12);
    }
}

<?php

declare(strict_types=1);

namespace App\Untangle;

use App\Changes\Events\AddressMoved;
use App\Changes\Events\AddressSet;
use App\Changes\Events\MergeAsked;
use App\Inventory\Figures;
use App\Inventory\Index\TakenOver;
use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Stores\Leaving\ExportParts;
use App\Stores\Models\Store;
use App\Stores\Steps\Stamps;
use App\Stores\Steps\StepBoard;
use App\Untangle\Console\ExportCommand;
use App\Untangle\Console\FindCommand;
use App\Untangle\Deciding\AskedMerges;
use App\Untangle\Finding\Finds;
use App\Untangle\Finding\FindWork;
use App\Untangle\Lists\CauseProgress;
use App\Untangle\Slugs\MendReferences;
use App\Untangle\Telling\Told;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;

final class UntangleProvider extends ServiceProvider
{
    public function boot(WorkDesk $desk, StepBoard $board, Stamps $stamps, ExportParts $exports, Figures $figures): void
    {
        $figures->register(
            TakenOver::TANGLE,
            static fn (Store $store, array $pages): array => Typed::numbers(
                DB::table('untangle_pages as u')
                    ->join(
                        'untangle_tangles as t',
                        static fn ($join) => $join
                            ->on('t.store_id', '=', 'u.store_id')
                            ->on('t.tangle_id', '=', 'u.tangle_id'),
                    )
                    ->where('u.store_id', $store->id)
                    ->whereIn('u.page_id', $pages)
                    ->pluck('t.pages', 'u.page_id')
                    ->all(),
            ),
        );
        $exports->register('canonicals', Finds::COLUMNS, Finds::export(...));
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
        $this->loadRoutesFrom(__DIR__.'/routes.php');
        $this->commands([FindCommand::class, ExportCommand::class]);
        $desk->register(FindWork::class);
        $board->register(new UntangleStep());
        $stamps->register('tangles', CauseProgress::STAMP);
        Finds::listen();
        Event::listen(AddressMoved::class, [MendReferences::class, 'handle']);
        Event::listen(MergeAsked::class, [AskedMerges::class, 'handle']);
        Event::listen(AddressSet::class, [Told::class, 'handle']);
    }
}

<?php

declare(strict_types=1);

namespace App\Catalogue;

use App\Inventory\Events\PagesChangedMarket;
use App\Stores\Leaving\StoreTables;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;

final class CatalogueProvider extends ServiceProvider
{
    public function boot(StoreTables $tables): void
    {
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
        $tables->child('resource_texts', 'resource_id', 'resources');
        Event::listen(
            PagesChangedMarket::class,
            static fn (PagesChangedMarket $moved) => Resources::followPages($moved->pages, $moved->market),
        );
    }
}

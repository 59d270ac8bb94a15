<?php

declare(strict_types=1);

namespace App\Catalogue;

use App\Inventory\Events\PagesChangedMarket;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;

final class CatalogueProvider extends ServiceProvider
{
    public function boot(): void
    {
        Event::listen(
            PagesChangedMarket::class,
            static fn (PagesChangedMarket $moved) => Resources::followPages($moved->pages, $moved->market),
        );
    }
}

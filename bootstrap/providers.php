<?php

declare(strict_types=1);

return [
    App\Platform\PlatformProvider::class,
    App\Stores\StoresProvider::class,
    App\Inventory\InventoryProvider::class,
    App\Catalogue\CatalogueProvider::class,
    App\Facts\FactsProvider::class,
    App\Access\AccessProvider::class,
    App\Changes\ChangesProvider::class,
    App\Gather\GatherProvider::class,
    App\Weigh\WeighProvider::class,
    App\Match\MatchProvider::class,
    App\Write\WriteProvider::class,
    App\Untangle\UntangleProvider::class,
    App\Tend\TendProvider::class,
    App\Release\ReleaseProvider::class,
    App\Watch\WatchProvider::class,
    App\Demo\DemoProvider::class,
];

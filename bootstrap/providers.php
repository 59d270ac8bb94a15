<?php

declare(strict_types=1);

return [
    App\Store\StoreProvider::class,
    App\Access\AccessProvider::class,
    App\Changes\ChangesProvider::class,
    App\Connectors\ConnectorsProvider::class,
    App\Gather\GatherProvider::class,
    App\Weigh\WeighProvider::class,
    App\Write\WriteProvider::class,
    App\Untangle\UntangleProvider::class,
    App\Release\ReleaseProvider::class,
    App\Demo\DemoProvider::class,
];

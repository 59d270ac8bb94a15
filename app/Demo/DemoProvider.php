<?php

declare(strict_types=1);

namespace App\Demo;

use App\Platform\Work\WorkDesk;
use Illuminate\Support\ServiceProvider;

/** The demo store and its people; nothing else of the application knows of them. */
final class DemoProvider extends ServiceProvider
{
    public function boot(WorkDesk $desk): void
    {
        $desk->register(GrowWork::class);
        $this->commands([PlantCommand::class]);
    }
}

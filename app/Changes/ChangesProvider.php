<?php

declare(strict_types=1);

namespace App\Changes;

use Illuminate\Support\ServiceProvider;

final class ChangesProvider extends ServiceProvider
{
    public function boot(): void
    {
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
    }
}

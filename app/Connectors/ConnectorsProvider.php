<?php

declare(strict_types=1);

namespace App\Connectors;

use App\Connectors\Shop\ShopAdmins;
use Illuminate\Support\ServiceProvider;

final class ConnectorsProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->singleton(ShopAdmins::class);
    }
}

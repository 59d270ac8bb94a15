<?php

declare(strict_types=1);

namespace App\Access;

use App\Access\Console\InviteCommand;
use App\Access\Console\ResetCommand;
use App\Access\Console\RoleCommand;
use App\Access\Http\FrameComposer;
use App\Access\Models\User;
use App\Access\Policies\StorePolicy;
use App\Stores\Models\Store;
use Illuminate\Http\Middleware\TrustProxies;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Facades\View;
use Illuminate\Support\ServiceProvider;

final class AccessProvider extends ServiceProvider
{
    public function boot(): void
    {
        $this->loadMigrationsFrom(__DIR__.'/Migrations');
        $this->loadRoutesFrom(__DIR__.'/routes.php');
        $this->commands([InviteCommand::class, ResetCommand::class, RoleCommand::class]);
        Gate::policy(Store::class, StorePolicy::class);
        Gate::define('add-stores', static fn (User $user): bool => $user->mayAddStores());
        View::composer('frame', FrameComposer::class);
        Limits::register();
        TrustProxies::at((array) config('access.trusted_proxies'));
    }
}

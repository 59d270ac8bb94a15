<?php

declare(strict_types=1);

namespace App\Access\Api;

use App\Access\Http\AnswersJson;
use App\Access\Http\AskedAsDescribed;
use Closure;
use Illuminate\Routing\Middleware\SubstituteBindings;
use Illuminate\Support\Facades\Route;

/** The JSON door: what every request through it passes. */
final class ApiRoutes
{
    /** @param  Closure(): void  $routes  below /api/v1 */
    public static function group(Closure $routes): void
    {
        Route::middleware([
            AnswersJson::class,
            'auth:sanctum',
            MayWrite::class,
            'throttle:json',
            SubstituteBindings::class,
            AskedAsDescribed::class,
        ])
            ->prefix('/api/v1')
            ->group($routes);
    }

    /** @param  Closure(): void  $routes  below /api/v1/stores/{store}, for whoever may see the store */
    public static function store(Closure $routes): void
    {
        self::group(static function () use ($routes): void {
            Route::middleware('can:view,store')->prefix('/stores/{store}')->group($routes);
        });
    }
}

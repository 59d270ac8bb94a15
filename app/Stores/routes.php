<?php

declare(strict_types=1);

use App\Stores\Http\LeavingController;
use App\Stores\Http\MappingController;
use App\Stores\Http\SettingsController;
use App\Stores\Http\UnderWayController;
use Illuminate\Support\Facades\Route;

// What a mapping looks like is no secret, and wanted by who writes one.
Route::middleware('web')
    ->get('/schema/shop-mapping.json', [MappingController::class, 'schema'])
    ->name('schema.mapping');

Route::middleware(['web', 'auth'])
    ->prefix('/s/{store}')
    ->group(function (): void {
        Route::get('/under-way', UnderWayController::class)->middleware('can:view,store')->name('under-way');
        Route::post('/works/{work}/stop', [UnderWayController::class, 'stop'])
            ->whereNumber('work')
            ->middleware('can:write,store')
            ->name('work.stop');
        Route::middleware('can:manage,store')->group(function (): void {
            Route::get('/connect/mapping', [MappingController::class, 'show'])->name('connect.mapping');
            Route::post('/connect/mapping', [MappingController::class, 'save'])->name('connect.mapping.save');
            Route::get('/connect/mapping.json', [MappingController::class, 'export'])->name('connect.mapping.export');
            Route::post('/connect/mapping/import', [MappingController::class, 'import'])->name(
                'connect.mapping.import',
            );
            Route::post('/archive', [LeavingController::class, 'archive'])->name('leaving.archive');
            Route::post('/bring-back', [LeavingController::class, 'bringBack'])->name('leaving.bring-back');
            Route::post('/export', [LeavingController::class, 'export'])->name('leaving.export');
            Route::get('/export.zip', [LeavingController::class, 'download'])->name('leaving.download');
            Route::post('/delete', [LeavingController::class, 'delete'])->name('leaving.delete');
            Route::get('/settings/{group?}', [SettingsController::class, 'show'])->name('settings');
            Route::post('/hooks/{call}/again', [SettingsController::class, 'callAgain'])
                ->whereNumber('call')
                ->name('hooks.again');
            Route::post('/settings', [SettingsController::class, 'update'])->name('settings.update');
            Route::post('/settings/markets', [SettingsController::class, 'addMarket'])->name('settings.markets');
            Route::post('/settings/markets/{market}', [SettingsController::class, 'market'])
                ->whereNumber('market')
                ->name('settings.market');
            Route::post('/settings/markets/{market}/remove', [SettingsController::class, 'removeMarket'])
                ->whereNumber('market')
                ->name('settings.market.remove');
            Route::post('/settings/kinds/suggested', [SettingsController::class, 'suggested'])->name(
                'settings.kinds.suggested',
            );
            Route::post('/settings/kinds', [SettingsController::class, 'kinds'])->name('settings.kinds');
        });
    });

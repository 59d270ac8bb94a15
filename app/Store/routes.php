<?php

declare(strict_types=1);

use App\Store\Http\CalendarController;
use App\Store\Http\HealthController;
use App\Store\Http\HomeController;
use App\Store\Http\SettingsController;
use App\Store\Http\UnderWayController;
use Illuminate\Support\Facades\Route;

Route::get('/health', HealthController::class)->name('health');
Route::middleware(['web', 'auth'])->group(function (): void {
    Route::get('/', [HomeController::class, 'home'])->name('home');
    Route::get('/stores', [HomeController::class, 'stores'])->name('stores');
    Route::get('/s/{store}', [HomeController::class, 'store'])->middleware('can:view,store')->name('store');
    Route::get('/s/{store}/under-way', UnderWayController::class)->middleware('can:view,store')->name('under-way');
    Route::get('/s/{store}/weigh/calendar', [CalendarController::class, 'index'])->middleware('can:view,store')->name('calendar');
    Route::post('/s/{store}/weigh/calendar', [CalendarController::class, 'add'])->middleware('can:write,store')->name('calendar.add');
    Route::post('/s/{store}/weigh/calendar/{event}/drop', [CalendarController::class, 'drop'])->middleware('can:write,store')->whereNumber('event')->name('calendar.drop');
    Route::middleware('can:manage,store')->prefix('/s/{store}')->group(function (): void {
        Route::get('/settings', [SettingsController::class, 'show'])->name('settings');
        Route::post('/settings', [SettingsController::class, 'update'])->name('settings.update');
        Route::post('/settings/markets', [SettingsController::class, 'addMarket'])->name('settings.markets');
        Route::post('/settings/markets/{market}', [SettingsController::class, 'market'])->whereNumber('market')->name('settings.market');
        Route::post('/settings/markets/{market}/remove', [SettingsController::class, 'removeMarket'])->whereNumber('market')->name('settings.market.remove');
        Route::post('/settings/kinds/suggested', [SettingsController::class, 'suggested'])->name('settings.kinds.suggested');
        Route::post('/settings/kinds', [SettingsController::class, 'kinds'])->name('settings.kinds');
    });
});

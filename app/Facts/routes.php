<?php

declare(strict_types=1);

use App\Facts\Http\CalendarController;
use Illuminate\Support\Facades\Route;

Route::middleware(['web', 'auth'])
    ->prefix('/s/{store}/weigh/calendar')
    ->group(function (): void {
        Route::get('/', [CalendarController::class, 'index'])
            ->middleware('can:view,store')
            ->name('calendar');
        Route::post('/', [CalendarController::class, 'add'])
            ->middleware('can:write,store')
            ->name('calendar.add');
        Route::post('/{event}/drop', [CalendarController::class, 'drop'])
            ->middleware('can:write,store')
            ->whereNumber('event')
            ->name('calendar.drop');
    });

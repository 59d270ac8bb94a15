<?php

declare(strict_types=1);

use App\Access\Http\CspReportController;
use App\Access\Http\InvitationController;
use App\Access\Http\PeopleController;
use App\Access\Http\SessionController;
use App\Access\Http\TokenController;
use Illuminate\Foundation\Http\Middleware\ValidateCsrfToken;
use Illuminate\Support\Facades\Route;

Route::middleware('web')->group(function (): void {
    Route::middleware('guest')->group(function (): void {
        Route::get('/sign-in', [SessionController::class, 'create'])->name('sign-in');
        Route::post('/sign-in', [SessionController::class, 'store']);
    });
    Route::post('/sign-out', [SessionController::class, 'destroy'])->middleware('auth')->name('sign-out');
    Route::get('/invitations/{secret}', [InvitationController::class, 'show'])->middleware('throttle:30,1')->name('invitation');
    Route::post('/invitations/{secret}', [InvitationController::class, 'accept'])->middleware('throttle:10,1');

    Route::middleware('auth')->group(function (): void {
        Route::get('/tokens', [TokenController::class, 'index'])->name('tokens');
        Route::post('/tokens', [TokenController::class, 'make'])->middleware('throttle:20,1');
        Route::post('/tokens/{token}/take-back', [TokenController::class, 'takeBack'])->whereNumber('token')->name('tokens.take-back');
        Route::get('/api/v1/openapi.json', static fn () => response()->file(resource_path('api/openapi.json'), ['Content-Type' => 'application/json']))->name('openapi');
    });
    Route::middleware(['auth', 'can:manage,store'])->prefix('/s/{store}')->group(function (): void {
        Route::get('/people', [PeopleController::class, 'index'])->name('people');
        Route::post('/people', [PeopleController::class, 'invite'])->name('people.invite');
        Route::post('/people/{user}', [PeopleController::class, 'update'])->name('people.update')->whereNumber('user');
    });
});
Route::post('/csp-reports', CspReportController::class)->middleware('throttle:60,1')->withoutMiddleware(ValidateCsrfToken::class);

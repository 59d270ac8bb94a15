<?php

declare(strict_types=1);

use App\Release\Http\ReleaseController;
use App\Release\Http\ReviewController;
use Illuminate\Support\Facades\Route;

Route::middleware(['web', 'auth', 'can:view,store'])
    ->prefix('/s/{store}/release')
    ->group(function (): void {
        Route::get('/', [ReleaseController::class, 'index'])->name('release');
        Route::get('/{release}', [ReleaseController::class, 'show'])
            ->name('release.show')
            ->whereNumber('release');
        Route::get('/{release}/progress', [ReleaseController::class, 'progress'])
            ->name('release.progress')
            ->whereNumber('release');

        Route::middleware('can:release,store')->group(function (): void {
            Route::post('/review/texts', [ReviewController::class, 'texts'])->name('release.review.texts');
            Route::post('/review/addresses', [ReviewController::class, 'addresses'])->name('release.review.addresses');
            Route::post('/review/texts/{draft}', [ReviewController::class, 'edit'])
                ->whereNumber('draft')
                ->name('release.review.edit');
            Route::post('/', [ReleaseController::class, 'send'])->name('release.send');
            Route::post('/{release}/undo', [ReleaseController::class, 'undo'])
                ->name('release.undo')
                ->whereNumber('release');
            Route::post('/{release}/stop', [ReleaseController::class, 'stop'])
                ->name('release.stop')
                ->whereNumber('release');
            Route::post('/{release}/resume', [ReleaseController::class, 'resume'])
                ->name('release.resume')
                ->whereNumber('release');
            Route::post('/{release}/look', [ReleaseController::class, 'look'])
                ->name('release.look')
                ->whereNumber('release');
            Route::post('/addresses/{change}', [ReleaseController::class, 'decideAddress'])
                ->name('release.decide.address')
                ->whereNumber('change');
            Route::post('/clashes/{draft}', [ReleaseController::class, 'decide'])
                ->name('release.decide')
                ->whereNumber('draft');
        });
    });

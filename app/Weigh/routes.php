<?php

declare(strict_types=1);

use App\Weigh\Http\WeighController;
use Illuminate\Support\Facades\Route;

Route::middleware(['web', 'auth', 'can:view,store'])->prefix('/s/{store}')->group(function (): void {
    Route::get('/weigh', [WeighController::class, 'index'])->name('weigh');
    Route::get('/weigh/pages/{page}', [WeighController::class, 'why'])->whereNumber('page')->name('weigh.why');
    Route::get('/weigh/export.{format}', [WeighController::class, 'export'])->name('weigh.export');
    Route::post('/weigh/score', [WeighController::class, 'score'])->middleware('can:write,store')->name('weigh.score');
});

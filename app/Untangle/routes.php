<?php

declare(strict_types=1);

use App\Untangle\Http\UntangleController;
use Illuminate\Support\Facades\Route;

Route::middleware(['web', 'auth', 'can:view,store'])->prefix('/s/{store}')->group(function (): void {
    Route::get('/untangle', [UntangleController::class, 'index'])->name('untangle');
});

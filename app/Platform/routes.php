<?php

declare(strict_types=1);

use App\Platform\Web\HealthController;
use Illuminate\Support\Facades\Route;

Route::get('/health', HealthController::class)->name('health');

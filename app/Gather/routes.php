<?php

declare(strict_types=1);

use App\Gather\Http\CrawlController;
use App\Gather\Http\InventoryController;
use App\Gather\Http\PageController;
use Illuminate\Support\Facades\Route;

Route::middleware(['web', 'auth', 'can:view,store'])->prefix('/s/{store}')->group(function (): void {
    Route::get('/gather', [InventoryController::class, 'index'])->name('gather');
    Route::get('/gather/counts', [InventoryController::class, 'counts'])->name('gather.counts');
    Route::get('/gather/export.{format}', [InventoryController::class, 'export'])->name('gather.export');
    Route::get('/gather/crawl', [CrawlController::class, 'show'])->name('gather.crawl');
    Route::get('/gather/crawl/progress', [CrawlController::class, 'progress'])->name('gather.progress');
    Route::get('/gather/pages/{page}', PageController::class)->whereNumber('page')->name('page');

    Route::middleware('can:write,store')->group(function (): void {
        Route::post('/gather/crawl', [CrawlController::class, 'start'])->name('gather.crawl.start');
        Route::post('/gather/crawl/stop', [CrawlController::class, 'stop'])->name('gather.crawl.stop');
        Route::post('/gather/crawl/resume', [CrawlController::class, 'resume'])->name('gather.crawl.resume');
    });
});

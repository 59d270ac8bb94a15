<?php

declare(strict_types=1);

use App\Gather\Http\ChangedController;
use App\Gather\Http\CrawlController;
use App\Gather\Http\DriftController;
use App\Gather\Http\FileController;
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
    Route::get('/gather/changed', ChangedController::class)->name('gather.changed');
    Route::get('/gather/files', [FileController::class, 'index'])->name('gather.files');
    Route::get('/gather/files/{import}', [FileController::class, 'show'])->whereNumber('import')->name('gather.file');
    Route::get('/gather/files/{import}/progress', [FileController::class, 'progress'])->whereNumber('import')->name('gather.file.progress');
    Route::get('/gather/files/{import}/set-aside.csv', [FileController::class, 'asides'])->whereNumber('import')->name('gather.file.asides');

    Route::middleware('can:write,store')->group(function (): void {
        Route::post('/gather/drift', DriftController::class)->name('gather.drift');
        Route::post('/gather/files', [FileController::class, 'take'])->name('gather.files.take');
        Route::post('/gather/files/announce', [FileController::class, 'announce'])->name('gather.files.announce');
        Route::post('/gather/files/{import}/pieces', [FileController::class, 'piece'])->whereNumber('import')->name('gather.file.piece');
        foreach (['start', 'back', 'stop', 'resume', 'drop'] as $verb) {
            Route::post("/gather/files/{import}/$verb", [FileController::class, $verb])->whereNumber('import')->name("gather.file.$verb");
        }
        Route::post('/gather/crawl', [CrawlController::class, 'start'])->name('gather.crawl.start');
        Route::post('/gather/crawl/stop', [CrawlController::class, 'stop'])->name('gather.crawl.stop');
        Route::post('/gather/crawl/resume', [CrawlController::class, 'resume'])->name('gather.crawl.resume');
    });
});

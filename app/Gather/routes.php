<?php

declare(strict_types=1);

use App\Access\Api\ApiRoutes;
use App\Gather\Api\ImportsApi;
use App\Gather\Api\PagesApi;
use App\Gather\Http\ChangedController;
use App\Gather\Http\CrawlController;
use App\Gather\Http\DriftController;
use App\Gather\Http\FeedController;
use App\Gather\Http\FileController;
use App\Gather\Http\InventoryController;
use App\Gather\Http\PageController;
use App\Gather\Http\PageFactsController;
use App\Gather\Http\RenderController;
use App\Gather\Http\SelectionController;
use Illuminate\Support\Facades\Route;

Route::middleware(['web', 'auth', 'can:view,store'])
    ->prefix('/s/{store}')
    ->group(function (): void {
        Route::get('/gather', [InventoryController::class, 'index'])->name('gather');
        Route::get('/gather/counts', [InventoryController::class, 'counts'])->name('gather.counts');
        Route::get('/gather/count', [InventoryController::class, 'count'])->name('gather.count');
        Route::get('/gather/folders', [InventoryController::class, 'folders'])->name('gather.folders');
        Route::get('/gather/ask', [InventoryController::class, 'ask'])->name('gather.ask');
        Route::post('/gather/send', [SelectionController::class, 'send'])->name('gather.send');
        Route::post('/gather/paste', [SelectionController::class, 'paste'])->name('gather.paste');
        Route::post('/gather/views', [SelectionController::class, 'saveView'])->name('gather.views');
        Route::post('/gather/views/{view}/drop', [SelectionController::class, 'dropView'])
            ->whereNumber('view')
            ->name('gather.view.drop');
        Route::get('/gather/export.{format}', [InventoryController::class, 'export'])->name('gather.export');
        Route::get('/gather/crawl', [CrawlController::class, 'show'])->name('gather.crawl');
        Route::get('/gather/crawl/progress', [CrawlController::class, 'progress'])->name('gather.progress');
        Route::get('/gather/pages/{page}', PageController::class)->whereNumber('page')->name('page');
        Route::get('/gather/rendered', [RenderController::class, 'show'])->name('gather.rendered');
        Route::get('/gather/feed', [FeedController::class, 'show'])->name('gather.feed');
        Route::get('/gather/changed', ChangedController::class)->name('gather.changed');
        Route::get('/gather/files', [FileController::class, 'index'])->name('gather.files');
        Route::get('/gather/files/{import}', [FileController::class, 'show'])
            ->whereNumber('import')
            ->name('gather.file');
        Route::get('/gather/files/{import}/replaces', [FileController::class, 'replaces'])
            ->whereNumber('import')
            ->name('gather.file.replaces');
        Route::get('/gather/files/{import}/progress', [FileController::class, 'progress'])
            ->whereNumber('import')
            ->name('gather.file.progress');
        Route::get('/gather/files/{import}/set-aside.csv', [FileController::class, 'asides'])
            ->whereNumber('import')
            ->name('gather.file.asides');

        Route::middleware('can:write,store')->group(function (): void {
            Route::post('/gather/selections/{selection}/drop', [SelectionController::class, 'drop'])
                ->whereNumber('selection')
                ->name('gather.selection.drop');
            Route::post('/gather/pages/{page}/life', [PageFactsController::class, 'life'])
                ->whereNumber('page')
                ->name('page.life');
            Route::post('/gather/pages/{page}/images', [PageFactsController::class, 'images'])
                ->whereNumber('page')
                ->middleware('throttle:image-sizes')
                ->name('page.images');
            Route::post('/gather/pages/{page}/successor', [PageFactsController::class, 'successor'])
                ->whereNumber('page')
                ->name('page.successor');
            Route::post('/gather/rendered', [RenderController::class, 'start'])->name('gather.render');
            Route::post('/gather/feed/pull', [FeedController::class, 'pull'])->name('gather.feed.pull');
            Route::post('/gather/feed/clock', [FeedController::class, 'moveOn'])->name('gather.feed.clock');
            Route::post('/gather/drift', DriftController::class)->name('gather.drift');
            Route::post('/gather/files', [FileController::class, 'take'])->name('gather.files.take');
            Route::post('/gather/files/announce', [FileController::class, 'announce'])->name('gather.files.announce');
            Route::post('/gather/files/{import}/pieces', [FileController::class, 'piece'])
                ->whereNumber('import')
                ->name('gather.file.piece');
            foreach (['start', 'back', 'stop', 'resume', 'drop'] as $verb) {
                Route::post("/gather/files/{import}/$verb", [FileController::class, $verb])
                    ->whereNumber('import')
                    ->name("gather.file.$verb");
            }
            Route::post('/gather/crawl', [CrawlController::class, 'start'])->name('gather.crawl.start');
            Route::post('/gather/crawl/stop', [CrawlController::class, 'stop'])->name('gather.crawl.stop');
            Route::post('/gather/crawl/resume', [CrawlController::class, 'resume'])->name('gather.crawl.resume');
        });
    });

ApiRoutes::store(static function (): void {
    Route::get('/pages', [PagesApi::class, 'index']);
    Route::get('/pages/{page}', [PagesApi::class, 'show'])->whereNumber('page');
    Route::get('/imports', [ImportsApi::class, 'index']);
    Route::get('/imports/{import}', [ImportsApi::class, 'show'])->whereNumber('import');
    Route::middleware('can:write,store')->group(static function (): void {
        Route::post('/crawls', [PagesApi::class, 'crawl']);
        Route::post('/imports', [ImportsApi::class, 'announce']);
        Route::put('/imports/{import}/pieces', [ImportsApi::class, 'piece'])->whereNumber('import');
        Route::post('/imports/{import}/begin', [ImportsApi::class, 'begin'])->whereNumber('import');
        Route::post('/imports/{import}/take-back', [ImportsApi::class, 'takeBack'])->whereNumber('import');
    });
});

<?php

declare(strict_types=1);

use App\Access\Api\ApiRoutes;
use App\Watch\Api\ResultsApi;
use App\Watch\Http\ChangeController;
use App\Watch\Http\GroupReportController;
use App\Watch\Http\MarkController;
use App\Watch\Http\ReportController;
use App\Watch\Http\WatchController;
use Illuminate\Support\Facades\Route;

Route::middleware(['web', 'auth', 'can:view,store'])
    ->prefix('/s/{store}/watch')
    ->group(function (): void {
        Route::get('/', [WatchController::class, 'index'])->name('watch');
        Route::get('/progress', [WatchController::class, 'progress'])->name('watch.progress');
        Route::get('/export.{format}', [WatchController::class, 'export'])->name('watch.export');
        Route::get('/report', [ReportController::class, 'show'])->name('watch.report');
        Route::get('/report.html', [ReportController::class, 'file'])->name('watch.report.file');
        Route::get('/releases/{release}', [ChangeController::class, 'ofRelease'])
            ->whereNumber('release')
            ->name('watch.release');
        Route::get('/changes/{change}', [ChangeController::class, 'show'])
            ->whereNumber('change')
            ->name('watch.change');
        Route::get('/changes/{change}/pages', [ChangeController::class, 'pages'])
            ->whereNumber('change')
            ->name('watch.pages');
        Route::get('/changes/{change}/pages.{format}', [ChangeController::class, 'export'])
            ->whereNumber('change')
            ->name('watch.pages.export');

        Route::middleware('can:write,store')->group(function (): void {
            Route::post('/judge', [WatchController::class, 'judge'])->name('watch.judge');
            Route::get('/mark', [MarkController::class, 'form'])->name('watch.mark');
            Route::post('/mark', [MarkController::class, 'add'])->name('watch.mark.add');
            Route::post('/changes/{change}/drop', [MarkController::class, 'drop'])
                ->whereNumber('change')
                ->name('watch.mark.drop');
            Route::post('/changes/{change}/decide', [ChangeController::class, 'decide'])
                ->whereNumber('change')
                ->name('watch.decide');
            Route::post('/changes/{change}/desk', [ChangeController::class, 'desk'])
                ->whereNumber('change')
                ->name('watch.desk');
        });
        Route::middleware('can:release,store')->group(function (): void {
            Route::post('/report/link', [ReportController::class, 'link'])->name('watch.report.link');
            Route::post('/report/finance', [ReportController::class, 'finance'])->name('watch.finance');
            Route::post('/report/readers', [ReportController::class, 'addReader'])->name('watch.readers.add');
            Route::post('/report/readers/{reader}/drop', [ReportController::class, 'dropReader'])
                ->whereNumber('reader')
                ->name('watch.readers.drop');
            Route::post('/report/link/end', [ReportController::class, 'endLinks'])->name('watch.report.link.end');
        });
    });

Route::middleware(['web', 'auth'])->group(static function (): void {
    Route::get('/reports', [GroupReportController::class, 'show'])->name('watch.group');
    Route::get('/reports.{format}', [GroupReportController::class, 'export'])
        ->whereIn('format', ['csv', 'xlsx'])
        ->name('watch.group.export');
});

// A report is read by whoever has its link, until it ends; nothing else is.
Route::middleware(['web', 'throttle:reports'])
    ->get('/reports/{token}', [ReportController::class, 'guest'])
    ->where('token', '[A-Za-z0-9]{40}')
    ->name('watch.report.guest');

ApiRoutes::store(static function (): void {
    Route::get('/watch/results', [ResultsApi::class, 'results']);
    Route::get('/watch/results/{change}', [ResultsApi::class, 'result'])->whereNumber('change');
});

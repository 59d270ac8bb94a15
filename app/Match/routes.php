<?php

declare(strict_types=1);

use App\Access\Api\ApiRoutes;
use App\Match\Api\TermsApi;
use App\Match\Http\ExportController;
use App\Match\Http\MatchController;
use App\Match\Http\OpenController;
use App\Match\Http\PlanController;
use App\Match\Http\RivalController;
use App\Match\Http\RoadController;
use App\Match\Http\TermController;
use App\Match\Http\TrackedController;
use Illuminate\Support\Facades\Route;

Route::middleware(['web', 'auth', 'can:view,store'])
    ->prefix('/s/{store}/match')
    ->group(function (): void {
        Route::get('/', [MatchController::class, 'index'])->name('match');
        Route::get('/groups', [MatchController::class, 'groups'])->name('match.groups');
        Route::get('/terms/{term}', [TermController::class, 'show'])
            ->whereNumber('term')
            ->name('match.term');
        Route::get('/rivals', [OpenController::class, 'rivals'])->name('match.rivals');
        Route::get('/open', [OpenController::class, 'open'])->name('match.open');
        Route::get('/reach', [OpenController::class, 'reach'])->name('match.reach');
        Route::get('/pages', [OpenController::class, 'pages'])->name('match.pages');
        Route::get('/tracked', [TrackedController::class, 'index'])->name('match.tracked');
        Route::get('/roads', [RoadController::class, 'index'])->name('match.roads');
        Route::get('/terms/{term}/road', [RoadController::class, 'show'])
            ->whereNumber('term')
            ->name('match.road');
        Route::get('/export.{format}', ExportController::class)->name('match.export');

        Route::middleware('can:write,store')->group(function (): void {
            Route::post('/suggest', [MatchController::class, 'suggest'])->name('match.suggest');
            Route::post('/import', [MatchController::class, 'import'])->name('match.import');
            Route::post('/terms', [TermController::class, 'act'])->name('match.act');
            Route::post('/terms/add', [TermController::class, 'add'])->name('match.add');
            Route::post('/terms/{term}/rivals', RivalController::class)->whereNumber('term')->name('match.decide');
            Route::post('/terms/{term}/plan', [PlanController::class, 'plan'])
                ->whereNumber('term')
                ->name('match.plan');
            Route::post('/terms/{term}/road', [RoadController::class, 'keep'])
                ->whereNumber('term')
                ->name('match.road.keep');
            Route::post('/terms/{term}/road/steps', [RoadController::class, 'steps'])
                ->whereNumber('term')
                ->name('match.road.steps');
            Route::post('/planned/write', [PlanController::class, 'write'])->name('match.write');
            Route::post('/planned/{page}/arrived', [PlanController::class, 'arrived'])
                ->whereNumber('page')
                ->name('match.arrived');
            Route::post('/tracked', [TrackedController::class, 'track'])->name('match.track');
            Route::post('/undo', [TermController::class, 'undo'])->name('match.undo');
            Route::post('/redo', [TermController::class, 'redo'])->name('match.redo');
        });
    });

ApiRoutes::store(static function (): void {
    Route::get('/match/terms', [TermsApi::class, 'terms']);
    Route::get('/match/pages', [TermsApi::class, 'pages']);
});

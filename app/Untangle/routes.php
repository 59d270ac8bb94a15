<?php

declare(strict_types=1);

use App\Access\Api\ApiRoutes;
use App\Untangle\Api\CausesApi;
use App\Untangle\Http\CarryController;
use App\Untangle\Http\DecideController;
use App\Untangle\Http\RedirectController;
use App\Untangle\Http\RulesController;
use App\Untangle\Http\SlugController;
use App\Untangle\Http\TangleController;
use App\Untangle\Http\ToldController;
use App\Untangle\Http\TroublesController;
use App\Untangle\Http\UntangleController;
use Illuminate\Support\Facades\Route;

Route::middleware(['web', 'auth', 'can:view,store'])
    ->prefix('/s/{store}/untangle')
    ->group(function (): void {
        Route::get('/', [UntangleController::class, 'index'])->name('untangle');
        Route::get('/progress', [UntangleController::class, 'progress'])->name('untangle.progress');
        Route::get('/causes/{cause}', [UntangleController::class, 'cause'])
            ->whereNumber('cause')
            ->name('untangle.cause');
        Route::get('/causes/{cause}/family', [UntangleController::class, 'family'])
            ->whereNumber('cause')
            ->name('untangle.family');
        Route::get('/causes/{cause}/plan', [UntangleController::class, 'plan'])
            ->whereNumber('cause')
            ->name('untangle.plan');
        Route::get('/export.{format}', [UntangleController::class, 'export'])->name('untangle.export');
        Route::get('/troubles', [TroublesController::class, 'troubles'])->name('untangle.troubles');
        Route::get('/parameters', [RulesController::class, 'parameters'])->name('untangle.parameters');
        Route::get('/rules', [RulesController::class, 'rules'])->name('untangle.rules');
        Route::get('/filters', [RulesController::class, 'filters'])->name('untangle.filters');
        Route::get('/versions', [TroublesController::class, 'versions'])->name('untangle.versions');
        Route::get('/tangles', [TangleController::class, 'index'])->name('untangle.tangles');
        Route::get('/tangles/{tangle}', [TangleController::class, 'show'])
            ->whereNumber('tangle')
            ->name('untangle.tangle');
        Route::get('/compare', [TangleController::class, 'compare'])->name('untangle.compare');
        Route::get('/links.{format}', [TangleController::class, 'links'])->name('untangle.links');
        Route::get('/redirects', [RedirectController::class, 'index'])->name('untangle.redirects');
        Route::get('/redirects/export/{form}', [RedirectController::class, 'export'])->name(
            'untangle.redirects.export',
        );
        Route::get('/lost', [RedirectController::class, 'lost'])->name('untangle.lost');
        Route::get('/slugs', [SlugController::class, 'index'])->name('untangle.slugs');
        Route::get('/told', [ToldController::class, 'index'])->name('untangle.told');
        Route::get('/told.{format}', [ToldController::class, 'export'])->name('untangle.told.export');

        Route::middleware('can:write,store')->group(function (): void {
            Route::post('/find', [DecideController::class, 'find'])->name('untangle.find');
            Route::post('/causes/{cause}', [DecideController::class, 'cause'])
                ->whereNumber('cause')
                ->name('untangle.cause.decide');
            Route::post('/causes/{cause}/pages', [DecideController::class, 'pages'])
                ->whereNumber('cause')
                ->name('untangle.cause.pages');
            Route::post('/causes/{cause}/family', [DecideController::class, 'family'])
                ->whereNumber('cause')
                ->name('untangle.family.decide');
            Route::post('/causes/{cause}/family/carry', [CarryController::class, 'carryFamily'])
                ->whereNumber('cause')
                ->name('untangle.family.carry');
            Route::post('/causes/{cause}/carry', [CarryController::class, 'carry'])
                ->whereNumber('cause')
                ->name('untangle.cause.carry');
            Route::post('/causes/{cause}/keep-instead', [DecideController::class, 'keepInstead'])
                ->whereNumber('cause')
                ->name('untangle.cause.keep-instead');
            Route::post('/carry-safe', [CarryController::class, 'carrySafe'])->name('untangle.carry-safe');
            Route::post('/tangles/{tangle}/carry', [CarryController::class, 'carryTangle'])
                ->whereNumber('tangle')
                ->name('untangle.tangle.carry');
            Route::post('/pages/{page}', [DecideController::class, 'page'])
                ->whereNumber('page')
                ->name('untangle.page');
            Route::post('/rewrite', [CarryController::class, 'rewrite'])->name('untangle.rewrite');
            Route::post('/drop', [CarryController::class, 'drop'])->name('untangle.drop');
            Route::post('/drifts', [CarryController::class, 'drifts'])->name('untangle.drifts');
            Route::post('/redirects', [RedirectController::class, 'add'])->name('untangle.redirects.add');
            Route::post('/redirects/put', [RedirectController::class, 'put'])->name('untangle.redirects.put');
            Route::post('/redirects/hits', [RedirectController::class, 'hits'])->name('untangle.redirects.hits');
            Route::post('/redirects/{line}/drop', [RedirectController::class, 'drop'])
                ->whereNumber('line')
                ->name('untangle.redirects.drop');
            Route::post('/lost', [RedirectController::class, 'decideLost'])->name('untangle.lost.decide');
            Route::post('/slugs', [SlugController::class, 'change'])->name('untangle.slugs.change');
            Route::post('/told', [ToldController::class, 'send'])->name('untangle.told.send');
        });
        Route::middleware('can:manage,store')->group(function (): void {
            Route::post('/parameters', [DecideController::class, 'parameter'])->name('untangle.parameters.say');
            Route::post('/rules', [DecideController::class, 'rule'])->name('untangle.rules.set');
        });
    });

ApiRoutes::store(static function (): void {
    Route::get('/causes', [CausesApi::class, 'index']);
    Route::get('/canonicals', [CausesApi::class, 'canonicals']);
    Route::middleware('can:write,store')->group(static function (): void {
        Route::post('/causes/{cause}/decision', [CausesApi::class, 'decide'])->whereNumber('cause');
        Route::post('/causes/{cause}/ready', [CausesApi::class, 'carry'])->whereNumber('cause');
    });
});

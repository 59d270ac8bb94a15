<?php

declare(strict_types=1);

use App\Access\Api\ApiRoutes;
use App\Weigh\Api\NumbersApi;
use App\Weigh\Http\FindingsController;
use App\Weigh\Http\NumbersController;
use App\Weigh\Http\RangeController;
use App\Weigh\Http\WeighController;
use App\Weigh\Http\WorklistController;
use Illuminate\Support\Facades\Route;

Route::middleware(['web', 'auth', 'can:view,store'])
    ->prefix('/s/{store}')
    ->group(function (): void {
        Route::get('/weigh', [WeighController::class, 'index'])->name('weigh');
        Route::get('/weigh/pages/{page}', [WeighController::class, 'why'])
            ->whereNumber('page')
            ->name('weigh.why');
        Route::get('/weigh/export.{format}', [WeighController::class, 'export'])->name('weigh.export');
        Route::get('/weigh/numbers', [NumbersController::class, 'groups'])->name('weigh.numbers');
        Route::get('/weigh/dates/{range}', [RangeController::class, 'show'])
            ->whereNumber('range')
            ->name('weigh.range');
        Route::get('/weigh/dates/{range}/export.{format}', [RangeController::class, 'export'])
            ->whereNumber('range')
            ->name('weigh.range.export');
        Route::get('/weigh/queries', [NumbersController::class, 'queries'])->name('weigh.queries');
        Route::get('/weigh/queries/{query}', [NumbersController::class, 'query'])
            ->whereNumber('query')
            ->name('weigh.query');
        Route::get('/weigh/places', [NumbersController::class, 'places'])->name('weigh.places');
        Route::get('/weigh/curve', [FindingsController::class, 'curve'])->name('weigh.curve');
        Route::get('/weigh/quick-wins', [FindingsController::class, 'wins'])->name('weigh.wins');
        Route::get('/weigh/losing', [FindingsController::class, 'losing'])->name('weigh.losing');
        Route::get('/weigh/moved', [FindingsController::class, 'moved'])->name('weigh.moved');
        Route::get('/weigh/ahead', [FindingsController::class, 'ahead'])->name('weigh.ahead');
        Route::get('/weigh/not-in-stock', [FindingsController::class, 'missing'])->name('weigh.missing');
        Route::get('/weigh/not-in-stock.{format}', [FindingsController::class, 'missingSheet'])->name(
            'weigh.missing.sheet',
        );
        Route::get('/weigh/hand-or-recipe', [FindingsController::class, 'cut'])->name('weigh.cut');
        Route::get('/weigh/what-if', [FindingsController::class, 'whatIf'])->name('weigh.what-if');
        Route::get('/weigh/worklists', [WorklistController::class, 'index'])->name('worklists');
        Route::get('/weigh/worklists/{list}', [WorklistController::class, 'show'])
            ->whereNumber('list')
            ->name('worklist');
        Route::get('/weigh/worklists/{list}/export.{format}', [WorklistController::class, 'export'])
            ->whereNumber('list')
            ->name('worklist.export');

        Route::middleware('can:write,store')->group(function (): void {
            Route::post('/weigh/dates', [RangeController::class, 'begin'])->name('weigh.ranges');
            Route::post('/weigh/score', [WeighController::class, 'score'])->name('weigh.score');
            Route::post('/weigh/hand-or-recipe', [FindingsController::class, 'take'])->name('weigh.cut.take');
            Route::post('/weigh/lots/{place}', [WeighController::class, 'lot'])
                ->whereNumber('place')
                ->name('weigh.lot');
            Route::post('/weigh/worklists', [WorklistController::class, 'open'])->name('worklists.open');
            Route::post('/weigh/worklists/add', [WorklistController::class, 'add'])->name('worklists.add');
            foreach (
                ['update' => '', 'fill' => '/fill', 'desk' => '/desk', 'close' => '/close', 'drop' => '/drop'] as $verb => $path
            ) {
                Route::post("/weigh/worklists/{list}$path", [WorklistController::class, $verb])
                    ->whereNumber('list')
                    ->name("worklist.$verb");
            }
            Route::post('/weigh/worklists/{list}/pages/{page}', [WorklistController::class, 'page'])
                ->whereNumber(['list', 'page'])
                ->name('worklist.page');
        });
        Route::post('/weigh/what-if', [FindingsController::class, 'assume'])
            ->middleware('can:manage,store')
            ->name('weigh.assume');
    });

ApiRoutes::store(static function (): void {
    Route::prefix('/weigh')->group(static function (): void {
        foreach (
            ['pages', 'queries', 'groups', 'losing', 'quick-wins' => 'wins', 'not-in-stock' => 'missing', 'worklists'] as $path => $method
        ) {
            Route::get('/'.(is_string($path) ? $path : $method), [NumbersApi::class, $method]);
        }
        Route::get('/worklists/{list}', [NumbersApi::class, 'worklist'])->whereNumber('list');
    });
});

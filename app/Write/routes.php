<?php

declare(strict_types=1);

use App\Access\Api\ApiRoutes;
use App\Write\Api\TextsApi;
use App\Write\Http\DeskController;
use App\Write\Http\EditController;
use App\Write\Http\RecipeController;
use App\Write\Http\SheetController;
use App\Write\Http\TermController;
use Illuminate\Support\Facades\Route;

Route::middleware(['web', 'auth', 'can:view,store'])
    ->prefix('/s/{store}/write')
    ->group(function (): void {
        Route::get('/', [DeskController::class, 'index'])->name('write');
        Route::get('/counts', [DeskController::class, 'counts'])->name('write.counts');
        Route::get('/progress', [DeskController::class, 'progress'])->name('write.progress');
        Route::get('/order', [DeskController::class, 'order'])->name('write.order');
        Route::get('/rows', [DeskController::class, 'rows'])->name('write.rows');
        Route::get('/recipes', [RecipeController::class, 'index'])->name('write.recipes');
        Route::get('/runs/{run}', [RecipeController::class, 'run'])
            ->name('write.run')
            ->whereNumber('run');
        Route::get('/sheets', [SheetController::class, 'index'])->name('write.sheets');
        Route::get('/export.{format}', [SheetController::class, 'export'])->name('write.export');
        Route::get('/sheets/{sheet}', [SheetController::class, 'show'])
            ->name('write.sheet')
            ->whereNumber('sheet');

        Route::middleware('can:write,store')->group(function (): void {
            Route::post('/texts/{resource}/{field}', [DeskController::class, 'save'])
                ->name('write.text')
                ->whereNumber('resource');
            Route::post('/texts', [EditController::class, 'save'])->name('write.texts');
            Route::post('/bulk', [EditController::class, 'bulk'])->name('write.bulk');
            Route::post('/undo', [EditController::class, 'undo'])->name('write.undo');
            Route::post('/redo', [EditController::class, 'redo'])->name('write.redo');
            Route::post('/leads/propose', [TermController::class, 'propose'])->name('write.leads.propose');
            Route::post('/leads/file', [TermController::class, 'file'])->name('write.leads.file');
            Route::post('/leads', [EditController::class, 'leads'])->name('write.leads');
            Route::post('/ready', [DeskController::class, 'ready'])->name('write.ready');
            Route::get('/recipes/new', [RecipeController::class, 'edit'])->name('write.recipe.new');
            Route::post('/recipes/sample', [RecipeController::class, 'sample'])->name('write.recipe.sample');
            Route::post('/recipes/try', [RecipeController::class, 'try'])->name('write.recipe.try');
            Route::post('/recipes', [RecipeController::class, 'save'])->name('write.recipe.add');
            Route::get('/recipes/{recipe}', [RecipeController::class, 'edit'])
                ->name('write.recipe')
                ->whereNumber('recipe');
            Route::post('/recipes/{recipe}', [RecipeController::class, 'save'])
                ->name('write.recipe.save')
                ->whereNumber('recipe');
            Route::post('/recipes/{recipe}/delete', [RecipeController::class, 'delete'])
                ->name('write.recipe.delete')
                ->whereNumber('recipe');
            Route::post('/runs/{run}', [RecipeController::class, 'apply'])
                ->name('write.run.apply')
                ->whereNumber('run');
            Route::post('/sheets', [SheetController::class, 'import'])->name('write.sheets.import');
            Route::post('/sheets/{sheet}/rows/{place}', [SheetController::class, 'settle'])
                ->name('write.sheet.settle')
                ->whereNumber('sheet')
                ->whereNumber('place');
            Route::post('/sheets/{sheet}', [SheetController::class, 'accept'])
                ->name('write.sheet.accept')
                ->whereNumber('sheet');
        });
    });

ApiRoutes::store(static function (): void {
    Route::get('/texts', [TextsApi::class, 'index']);
    Route::middleware('can:write,store')->group(static function (): void {
        Route::post('/texts/ready', [TextsApi::class, 'ready']);
        Route::put('/texts/{resource}/{field}', [TextsApi::class, 'save'])->whereNumber('resource');
    });
});

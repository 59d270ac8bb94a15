<?php

declare(strict_types=1);

use App\Access\Api\ApiRoutes;
use App\Write\Api\TextsApi;
use App\Write\Http\ApprovalController;
use App\Write\Http\ChecksController;
use App\Write\Http\DeskController;
use App\Write\Http\EditController;
use App\Write\Http\FaultController;
use App\Write\Http\RecipeController;
use App\Write\Http\ReviewersController;
use App\Write\Http\RunController;
use App\Write\Http\SheetController;
use App\Write\Http\SourceController;
use App\Write\Http\SuggestController;
use App\Write\Http\TrialController;
use Illuminate\Support\Facades\Route;

Route::middleware(['web', 'auth', 'can:view,store'])
    ->prefix('/s/{store}/write')
    ->group(function (): void {
        Route::get('/', [DeskController::class, 'index'])->name('write');
        Route::get('/counts', [DeskController::class, 'counts'])->name('write.counts');
        Route::get('/progress', [DeskController::class, 'progress'])->name('write.progress');
        Route::post('/view', [DeskController::class, 'view'])->name('write.view');
        Route::get('/order', [DeskController::class, 'order'])->name('write.order');
        Route::get('/rows', [DeskController::class, 'rows'])->name('write.rows');
        Route::get('/glance/{resource}', [DeskController::class, 'glance'])
            ->name('write.glance')
            ->whereNumber('resource');
        Route::get('/recipes', [RecipeController::class, 'index'])->name('write.recipes');
        Route::get('/runs/{run}', [RunController::class, 'show'])
            ->name('write.run')
            ->whereNumber('run');
        Route::get('/sheets', [SheetController::class, 'index'])->name('write.sheets');
        Route::get('/export.{format}', [SheetController::class, 'export'])->name('write.export');
        Route::get('/sheets/{sheet}', [SheetController::class, 'show'])
            ->name('write.sheet')
            ->whereNumber('sheet');

        Route::get('/review', [ApprovalController::class, 'show'])->name('write.review');
        // Writers say something about a text; who may judge it is asked there.
        Route::post('/review/{draft}', [ApprovalController::class, 'judge'])
            ->name('write.review.judge')
            ->middleware('can:write,store')
            ->whereNumber('draft');
        Route::get('/trials', [TrialController::class, 'index'])->name('write.trials');
        Route::get('/trials/{trial}', [TrialController::class, 'show'])
            ->name('write.trial')
            ->whereNumber('trial');
        Route::get('/suggestions', [SuggestController::class, 'index'])->name('write.wishes');
        Route::get('/suggestions/{wish}', [SuggestController::class, 'show'])
            ->name('write.wish')
            ->whereNumber('wish');
        Route::get('/checks', [ChecksController::class, 'show'])->name('write.checks');
        Route::get('/faults/{resource}/{field}', [FaultController::class, 'show'])
            ->name('write.faults')
            ->whereNumber('resource');

        Route::middleware('can:write,store')->group(function (): void {
            Route::post('/checks', [ChecksController::class, 'save'])->name('write.checks.save');
            Route::post('/checks/words', [ChecksController::class, 'words'])->name('write.checks.words');
            Route::post('/checks/facts', [ChecksController::class, 'facts'])->name('write.checks.facts');
            Route::post('/faults/{resource}/{field}', [FaultController::class, 'act'])
                ->name('write.faults.act')
                ->whereNumber('resource');
            Route::post('/texts/{resource}/{field}', [DeskController::class, 'save'])
                ->name('write.text')
                ->whereNumber('resource');
            Route::post('/texts', [EditController::class, 'save'])->name('write.texts');
            Route::post('/bulk', [EditController::class, 'bulk'])->name('write.bulk');
            Route::post('/glance/{resource}', [DeskController::class, 'address'])
                ->name('write.address')
                ->whereNumber('resource');
            Route::post('/here', [DeskController::class, 'here'])->name('write.here');
            Route::post('/undo', [EditController::class, 'undo'])->name('write.undo');
            Route::post('/redo', [EditController::class, 'redo'])->name('write.redo');
            Route::post('/leads', [EditController::class, 'leads'])->name('write.leads');
            Route::post('/ready', [DeskController::class, 'ready'])->name('write.ready');
            Route::get('/recipes/new', [RecipeController::class, 'edit'])->name('write.recipe.new');
            Route::post('/recipes/sample', [RecipeController::class, 'sample'])->name('write.recipe.sample');
            Route::post('/recipes/try', [RunController::class, 'try'])->name('write.recipe.try');
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
            Route::post('/recipes/{recipe}/move', [RecipeController::class, 'move'])
                ->name('write.recipe.move')
                ->whereNumber('recipe');
            Route::post('/recipes/{recipe}/except', [RunController::class, 'except'])
                ->name('write.recipe.except')
                ->whereNumber('recipe');
            Route::post('/recipes/follow', [RunController::class, 'follow'])->name('write.recipes.follow');
            Route::post('/runs/{run}', [RunController::class, 'apply'])
                ->name('write.run.apply')
                ->whereNumber('run');
            Route::post('/trials', [TrialController::class, 'plan'])->name('write.trials.plan');
            Route::match(['get', 'post'], '/suggest', [SuggestController::class, 'form'])->name('write.suggest');
            Route::get('/suggest/{resource}', [SuggestController::class, 'beside'])
                ->name('write.suggest.beside')
                ->whereNumber('resource');
            Route::post('/suggestions', [SuggestController::class, 'ask'])->name('write.suggest.ask');
            Route::post('/suggestions/{wish}/take', [SuggestController::class, 'takeClean'])
                ->name('write.wish.take')
                ->whereNumber('wish');
            Route::post('/suggestions/texts/{suggestion}', [SuggestController::class, 'decide'])
                ->name('write.suggestion')
                ->whereNumber('suggestion');
            Route::post('/sheets', [SheetController::class, 'import'])->name('write.sheets.import');
            Route::post('/sheets/{sheet}/rows/{place}', [SheetController::class, 'settle'])
                ->name('write.sheet.settle')
                ->whereNumber('sheet')
                ->whereNumber('place');
            Route::post('/sheets/{sheet}', [SheetController::class, 'accept'])
                ->name('write.sheet.accept')
                ->whereNumber('sheet');
        });

        Route::middleware('can:manage,store')->group(function (): void {
            Route::get('/reviewers', [ReviewersController::class, 'show'])->name('write.reviewers');
            Route::post('/reviewers', [ReviewersController::class, 'put'])->name('write.reviewers.put');
            Route::post('/reviewers/{reviewer}', [ReviewersController::class, 'act'])
                ->name('write.reviewers.act')
                ->whereNumber('reviewer');
            Route::post('/sources', [SourceController::class, 'put'])->name('write.sources.put');
            Route::post('/sources/{source}/try', [SourceController::class, 'try'])
                ->name('write.sources.try')
                ->whereNumber('source');
            Route::post('/sources/{source}/remove', [SourceController::class, 'remove'])
                ->name('write.sources.remove')
                ->whereNumber('source');
        });

        Route::middleware('can:release,store')->group(function (): void {
            Route::post('/trials/{trial}', [TrialController::class, 'act'])
                ->name('write.trial.act')
                ->whereNumber('trial');
            Route::post('/review', [ApprovalController::class, 'together'])->name('write.review.together');
            Route::post('/recipes/{recipe}/approve', [RunController::class, 'approve'])
                ->name('write.recipe.approve')
                ->whereNumber('recipe');
        });
    });

// Whoever has the link sees and judges one part, and nothing else.
Route::middleware(['web', 'throttle:review'])
    ->prefix('/review/{token}')
    ->where(['token' => '[A-Za-z0-9]{40}'])
    ->group(function (): void {
        Route::get('/', [ApprovalController::class, 'guest'])->name('review');
        Route::post('/', [ApprovalController::class, 'guestTogether'])->name('review.together');
        Route::post('/{draft}', [ApprovalController::class, 'guestJudges'])
            ->name('review.judge')
            ->whereNumber('draft');
    });

ApiRoutes::store(static function (): void {
    Route::get('/texts', [TextsApi::class, 'index']);
    Route::middleware('can:write,store')->group(static function (): void {
        Route::post('/texts/ready', [TextsApi::class, 'ready']);
        Route::put('/texts/{resource}/{field}', [TextsApi::class, 'save'])->whereNumber('resource');
    });
});

<?php

declare(strict_types=1);

use App\Access\Api\ApiRoutes;
use App\Tend\Api\FindingsApi;
use App\Tend\Found\FindingGroup;
use App\Tend\Http\FindingsController;
use App\Tend\Http\LeaveController;
use App\Tend\Http\PageController;
use App\Tend\Http\RingsController;
use Illuminate\Support\Facades\Route;

Route::middleware(['web', 'auth', 'can:view,store'])
    ->prefix('/s/{store}/tend')
    ->group(function (): void {
        Route::get('/', [RingsController::class, 'index'])->name('tend');
        Route::get('/progress', [RingsController::class, 'progress'])->name('tend.progress');
        foreach (FindingGroup::cases() as $group) {
            Route::get("/{$group->value}", [FindingsController::class, 'group'])
                ->defaults('group', $group->value)
                ->name("tend.{$group->value}");
        }
        Route::get('/causes/{cause}', [FindingsController::class, 'cause'])
            ->whereNumber('cause')
            ->name('tend.cause');
        Route::get('/links', [PageController::class, 'links'])->name('tend.links');
        Route::get('/pages/{page}', [PageController::class, 'show'])
            ->whereNumber('page')
            ->name('tend.page');
        Route::get('/pages/{page}/links.{format}', [PageController::class, 'spots'])
            ->whereNumber('page')
            ->name('tend.spots');
        Route::get('/export/{what}.{format}', [FindingsController::class, 'export'])->name('tend.export');

        Route::middleware('can:write,store')->group(function (): void {
            Route::post('/find', [RingsController::class, 'find'])->name('tend.find');
            Route::post('/causes/{cause}/leave', [LeaveController::class, 'cause'])
                ->whereNumber('cause')
                ->name('tend.cause.leave');
            Route::post('/findings', [LeaveController::class, 'findings'])->name('tend.findings');
            Route::post('/reopen', [LeaveController::class, 'reopen'])->name('tend.reopen');
            Route::post('/pages/{page}/ask', [PageController::class, 'ask'])
                ->whereNumber('page')
                ->name('tend.ask');
            Route::post('/questions/{question}', [PageController::class, 'answer'])
                ->whereNumber('question')
                ->name('tend.answer');
        });
    });

ApiRoutes::store(static function (): void {
    Route::get('/tend/findings', [FindingsApi::class, 'findings']);
    Route::get('/tend/causes', [FindingsApi::class, 'causes']);
    Route::get('/tend/pages', [FindingsApi::class, 'pages']);
});

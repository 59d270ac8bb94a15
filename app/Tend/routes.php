<?php

declare(strict_types=1);

use App\Access\Api\ApiRoutes;
use App\Tend\Api\FindingsApi;
use App\Tend\Found\FindingGroup;
use App\Tend\Http\AddController;
use App\Tend\Http\FindingsController;
use App\Tend\Http\KnownController;
use App\Tend\Http\LeaveController;
use App\Tend\Http\MapController;
use App\Tend\Http\PageController;
use App\Tend\Http\PartsController;
use App\Tend\Http\RingsController;
use App\Tend\Http\RobotsController;
use App\Tend\Http\TryController;
use Illuminate\Support\Facades\Route;

Route::middleware(['web', 'auth', 'can:view,store'])
    ->prefix('/s/{store}/tend')
    ->group(function (): void {
        Route::get('/', [RingsController::class, 'index'])->name('tend');
        Route::get('/progress', [RingsController::class, 'progress'])->name('tend.progress');
        Route::get('/try', [TryController::class, 'show'])->name('tend.try');
        Route::post('/try', [TryController::class, 'look'])
            ->middleware('throttle:tend-looks')
            ->name('tend.try.look');
        Route::get('/known', [KnownController::class, 'index'])->name('tend.known');
        Route::get('/maps', [MapController::class, 'index'])->name('tend.maps');
        Route::get('/robots', [RobotsController::class, 'index'])->name('tend.robots');
        Route::post('/robots/check', [RobotsController::class, 'check'])
            ->middleware('throttle:tend-looks')
            ->name('tend.robots.check');
        Route::get('/robots/{version}', [RobotsController::class, 'download'])
            ->whereNumber('version')
            ->name('tend.robots.download');
        Route::get('/maps.zip', [MapController::class, 'zip'])->name('tend.maps.zip');
        foreach (FindingGroup::cases() as $group) {
            Route::get("/{$group->value}", [FindingsController::class, 'group'])
                ->defaults('group', $group->value)
                ->name("tend.{$group->value}");
        }
        Route::get('/causes/{cause}', [FindingsController::class, 'cause'])
            ->whereNumber('cause')
            ->name('tend.cause');
        Route::get('/links', [PageController::class, 'links'])->name('tend.links');
        Route::get('/add', [AddController::class, 'index'])->name('tend.add');
        Route::get('/pages/{page}', [PageController::class, 'show'])
            ->whereNumber('page')
            ->name('tend.page');
        Route::get('/pages/{page}/nearer', [PageController::class, 'nearer'])
            ->whereNumber('page')
            ->name('tend.nearer');
        Route::get('/pages/{page}/anchors', [PageController::class, 'anchors'])
            ->whereNumber('page')
            ->name('tend.anchors');
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
            Route::post('/known', [KnownController::class, 'prove'])
                ->middleware('throttle:tend-looks')
                ->name('tend.known.prove');
            Route::post('/known/look', [KnownController::class, 'look'])
                ->middleware('throttle:tend-looks')
                ->name('tend.known.look');
            Route::post('/known/told', [KnownController::class, 'told'])->name('tend.known.told');
            Route::post('/known/{proof}/drop', [KnownController::class, 'drop'])
                ->whereNumber('proof')
                ->name('tend.known.drop');
            Route::post('/robots', [RobotsController::class, 'save'])->name('tend.robots.save');
            Route::post('/robots/fetch', [RobotsController::class, 'fetch'])
                ->middleware('throttle:tend-looks')
                ->name('tend.robots.fetch');
            Route::post('/robots/{version}/release', [PartsController::class, 'robots'])
                ->whereNumber('version')
                ->name('tend.robots.release');
            Route::post('/maps/release', [PartsController::class, 'sitemaps'])->name('tend.maps.release');
            Route::post('/causes/{cause}/put', [PartsController::class, 'cause'])
                ->whereNumber('cause')
                ->name('tend.cause.put');
            Route::post('/pages/{page}/alts', [PartsController::class, 'alts'])
                ->whereNumber('page')
                ->name('tend.page.alts');
            Route::post('/pages/{page}/markup', [PartsController::class, 'page'])
                ->whereNumber('page')
                ->name('tend.page.markup');
            Route::post('/drifts', [PartsController::class, 'drifts'])->name('tend.drifts');
            Route::post('/ask', [RingsController::class, 'ask'])->name('tend.asked');
            Route::post('/lab', [RingsController::class, 'lab'])->name('tend.lab');
            Route::post('/maps', [MapController::class, 'make'])->name('tend.maps.make');
            Route::post('/add', [AddController::class, 'say'])->name('tend.add.say');
            Route::post('/reopen', [LeaveController::class, 'reopen'])->name('tend.reopen');
            Route::post('/pages/{page}/ask', [PageController::class, 'ask'])
                ->whereNumber('page')
                ->name('tend.ask');
            Route::post('/questions/{question}', [PageController::class, 'answer'])
                ->whereNumber('question')
                ->name('tend.answer');
        });
    });

// Sitemaps are for search engines, which do not sign in; the address is known to nobody else.
Route::get('/sitemaps/{token}/{file}', [MapController::class, 'served'])
    ->where('token', '[A-Za-z0-9]{32}')
    ->where('file', '[a-z0-9\-]+\.xml(\.gz)?')
    ->middleware('throttle:sitemaps')
    ->name('tend.maps.served');

ApiRoutes::store(static function (): void {
    Route::get('/tend/findings', [FindingsApi::class, 'findings']);
    Route::get('/tend/causes', [FindingsApi::class, 'causes']);
    Route::get('/tend/pages', [FindingsApi::class, 'pages']);
});

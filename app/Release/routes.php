<?php

declare(strict_types=1);

use App\Access\Api\ApiRoutes;
use App\Release\Api\ReleasesApi;
use App\Release\Http\CampaignController;
use App\Release\Http\ConnectController;
use App\Release\Http\HandoverController;
use App\Release\Http\PlanController;
use App\Release\Http\ReleaseController;
use App\Release\Http\ReviewController;
use App\Release\Http\SentController;
use Illuminate\Support\Facades\Route;

Route::middleware(['web', 'auth', 'can:view,store'])
    ->prefix('/s/{store}/release')
    ->group(function (): void {
        Route::get('/', [ReleaseController::class, 'index'])->name('release');
        Route::get('/campaigns', [CampaignController::class, 'index'])->name('campaigns');
        Route::get('/campaigns/{campaign}', [CampaignController::class, 'show'])
            ->name('campaign')
            ->whereNumber('campaign');
        Route::middleware('can:write,store')->group(function (): void {
            Route::post('/campaigns', [CampaignController::class, 'plan'])->name('campaigns.plan');
            Route::post('/campaigns/{campaign}/texts', [CampaignController::class, 'fill'])
                ->name('campaign.fill')
                ->whereNumber('campaign');
            Route::post('/campaigns/{campaign}/drop', [CampaignController::class, 'drop'])
                ->name('campaign.drop')
                ->whereNumber('campaign');
        });
        Route::post('/campaigns/{campaign}', [CampaignController::class, 'act'])
            ->name('campaign.act')
            ->middleware('can:release,store')
            ->whereNumber('campaign');
        Route::get('/weight', [ReleaseController::class, 'weight'])->name('release.weight');
        Route::get('/ways', [ReleaseController::class, 'ways'])->name('release.ways');
        Route::get('/{release}', [SentController::class, 'show'])
            ->name('release.show')
            ->whereNumber('release');
        Route::get('/{release}/list', [HandoverController::class, 'list'])
            ->name('release.list')
            ->whereNumber('release');
        Route::get('/{release}/list/{form}', [HandoverController::class, 'form'])
            ->name('release.list.form')
            ->whereNumber('release');
        Route::get('/{release}/progress', [SentController::class, 'progress'])
            ->name('release.progress')
            ->whereNumber('release');

        Route::middleware('can:release,store')->group(function (): void {
            Route::post('/review/texts', [ReviewController::class, 'texts'])->name('release.review.texts');
            Route::post('/review/addresses', [ReviewController::class, 'addresses'])->name('release.review.addresses');
            Route::post('/review/texts/{draft}', [ReviewController::class, 'edit'])
                ->whereNumber('draft')
                ->name('release.review.edit');
            Route::post('/', [ReleaseController::class, 'send'])->name('release.send');
            Route::post('/plans', [PlanController::class, 'plan'])->name('release.plan');
            Route::post('/plans/{plan}', [PlanController::class, 'act'])
                ->whereNumber('plan')
                ->name('release.plan.act');
            Route::post('/{release}/note', [SentController::class, 'note'])
                ->name('release.note')
                ->whereNumber('release');
            Route::post('/{release}/undo', [SentController::class, 'undo'])
                ->name('release.undo')
                ->whereNumber('release');
            Route::post('/{release}/stop', [SentController::class, 'stop'])
                ->name('release.stop')
                ->whereNumber('release');
            Route::post('/{release}/resume', [SentController::class, 'resume'])
                ->name('release.resume')
                ->whereNumber('release');
            Route::post('/{release}/look', [SentController::class, 'look'])
                ->name('release.look')
                ->whereNumber('release');
            Route::get('/{release}/files/{file}', [HandoverController::class, 'file'])
                ->name('release.file')
                ->whereNumber(['release', 'file']);
            Route::post('/{release}/links', [HandoverController::class, 'share'])
                ->name('release.share')
                ->whereNumber('release');
            Route::post('/{release}/links/end', [HandoverController::class, 'endLinks'])
                ->name('release.share.end')
                ->whereNumber('release');
            Route::post('/{release}/give-up', [HandoverController::class, 'giveUp'])
                ->name('release.give-up')
                ->whereNumber('release');
            Route::post('/addresses/{change}', [ReleaseController::class, 'decideAddress'])
                ->name('release.decide.address')
                ->whereNumber('change');
            Route::post('/clashes/{draft}', [ReleaseController::class, 'decide'])
                ->name('release.decide')
                ->whereNumber('draft');
        });
    });

// By which ways changes get into the shop: its owner's to set.
Route::middleware(['web', 'auth', 'can:manage,store'])
    ->prefix('/s/{store}/connect')
    ->group(function (): void {
        Route::get('/', [ConnectController::class, 'show'])->name('connect');
        Route::post('/ways', [ConnectController::class, 'ways'])->name('connect.ways');
        Route::post('/files', [ConnectController::class, 'upload'])->name('connect.files');
        Route::get('/files/{file}', [ConnectController::class, 'file'])
            ->name('connect.file')
            ->whereNumber('file');
        Route::post('/files/{file}', [ConnectController::class, 'confirm'])
            ->name('connect.file.confirm')
            ->whereNumber('file');
        Route::post('/files/{file}/remove', [ConnectController::class, 'remove'])
            ->name('connect.file.remove')
            ->whereNumber('file');
    });

// Whoever has the link sees one list, and nothing else.
Route::middleware(['web', 'throttle:handed'])
    ->prefix('/handed/{token}')
    ->where(['token' => '[A-Za-z0-9]{40}'])
    ->group(function (): void {
        Route::get('/', [HandoverController::class, 'guest'])->name('handed');
        Route::get('/{form}', [HandoverController::class, 'guestForm'])->name('handed.form');
    });

ApiRoutes::store(static function (): void {
    Route::get('/releases', [ReleasesApi::class, 'index']);
    Route::get('/releases/{release}', [ReleasesApi::class, 'show'])->whereNumber('release');
    Route::middleware('can:release,store')->group(static function (): void {
        Route::post('/releases', [ReleasesApi::class, 'send']);
        Route::post('/releases/{release}/undo', [ReleasesApi::class, 'undo'])->whereNumber('release');
    });
});

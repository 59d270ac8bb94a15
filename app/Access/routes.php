<?php

declare(strict_types=1);

use App\Access\Api\ApiRoutes;
use App\Access\Api\StoresApi;
use App\Access\Http\AccountController;
use App\Access\Http\AddingController;
use App\Access\Http\CspReportController;
use App\Access\Http\HomeController;
use App\Access\Http\InvitationController;
use App\Access\Http\NightController;
use App\Access\Http\OverviewController;
use App\Access\Http\PasswordResetController;
use App\Access\Http\PeopleController;
use App\Access\Http\SessionController;
use App\Access\Http\TokenController;
use Illuminate\Foundation\Http\Middleware\ValidateCsrfToken;
use Illuminate\Support\Facades\Route;

Route::middleware('web')->group(function (): void {
    // An address that leads nowhere is told within the frame of the store that it names; that needs the session.
    Route::fallback(static fn () => abort(404));
    Route::middleware('guest')->group(function (): void {
        Route::get('/sign-in', [SessionController::class, 'create'])->name('sign-in');
        Route::post('/sign-in', [SessionController::class, 'store']);
        Route::get('/new-password', [PasswordResetController::class, 'ask'])->name('password.ask');
        Route::post('/new-password', [PasswordResetController::class, 'send'])->middleware('throttle:password-links');
    });
    Route::get('/new-password/{token}', [PasswordResetController::class, 'choose'])->name('password.reset');
    Route::post('/new-password/{token}', [PasswordResetController::class, 'store'])->middleware(
        'throttle:password-resets',
    );
    Route::post('/sign-out', [SessionController::class, 'destroy'])
        ->middleware('auth')
        ->name('sign-out');
    Route::get('/invitations/{secret}', [InvitationController::class, 'show'])
        ->middleware('throttle:invitations')
        ->name('invitation');
    Route::post('/invitations/{secret}', [InvitationController::class, 'accept'])->middleware('throttle:acceptances');

    Route::middleware('auth')->group(function (): void {
        Route::get('/', [HomeController::class, 'home'])->name('home');
        Route::get('/stores', [HomeController::class, 'stores'])->name('stores');
        Route::middleware('can:add-stores')->group(function (): void {
            Route::get('/stores/new', [AddingController::class, 'show'])->name('stores.new');
            Route::post('/stores/new', [AddingController::class, 'look'])
                ->middleware('throttle:looking')
                ->name('stores.look');
            Route::post('/stores', [AddingController::class, 'add'])
                ->middleware('throttle:looking')
                ->name('stores.add');
        });
        Route::get('/s/{store}', OverviewController::class)->middleware('can:view,store')->name('store');
        Route::get('/s/{store}/night', NightController::class)->middleware('can:view,store')->name('night');
        Route::get('/s/{store}/since', [OverviewController::class, 'rest'])
            ->middleware('can:view,store')
            ->name('store.rest');
        Route::post('/s/{store}/leave', [HomeController::class, 'leave'])
            ->middleware('can:view,store')
            ->name('stores.leave');
        Route::get('/account', [AccountController::class, 'show'])->name('account');
        Route::post('/account/password', [AccountController::class, 'changePassword'])->name('account.password');
        Route::post('/account/locale', [AccountController::class, 'writeAs'])->name('account.locale');
        Route::post('/account/session', [AccountController::class, 'endSession'])->name('account.session');
        Route::post('/account/sessions', [AccountController::class, 'endOthers'])->name('account.sessions');
        Route::get('/tokens', [TokenController::class, 'index'])->name('tokens');
        Route::post('/tokens', [TokenController::class, 'make'])->middleware('throttle:tokens');
        Route::post('/tokens/{token}/take-back', [TokenController::class, 'takeBack'])
            ->whereNumber('token')
            ->name('tokens.take-back');
    });
    Route::middleware(['auth', 'can:manage,store'])
        ->prefix('/s/{store}')
        ->group(function (): void {
            Route::get('/people', [PeopleController::class, 'index'])->name('people');
            Route::post('/people', [PeopleController::class, 'invite'])
                ->middleware('throttle:inviting')
                ->name('people.invite');
            Route::post('/people/{user}', [PeopleController::class, 'update'])
                ->name('people.update')
                ->whereNumber('user');
            Route::post('/people/{user}/reset', [PeopleController::class, 'resetLink'])
                ->name('people.reset')
                ->whereNumber('user');
            Route::post('/people/invitations/{invitation}/again', [PeopleController::class, 'inviteAgain'])
                ->middleware('throttle:inviting')
                ->whereNumber('invitation')
                ->name('people.invitation.again');
            Route::post('/people/invitations/{invitation}/withdraw', [PeopleController::class, 'withdraw'])
                ->whereNumber('invitation')
                ->name('people.invitation.withdraw');
        });
});
Route::middleware(['web', 'auth:web,sanctum'])
    ->get(
        '/api/v1/openapi.json',
        static fn () => response((string) file_get_contents(resource_path('api/openapi.json')), 200, [
            'Content-Type' => 'application/json',
        ]),
    )
    ->name('openapi');
Route::post('/csp-reports', CspReportController::class)
    ->middleware('throttle:csp-reports')
    ->withoutMiddleware(ValidateCsrfToken::class);

ApiRoutes::group(static function (): void {
    Route::get('/stores', [StoresApi::class, 'index']);
    Route::post('/stores', [StoresApi::class, 'add'])->middleware('throttle:looking');
});
ApiRoutes::store(static function (): void {
    Route::get('/', [StoresApi::class, 'show']);
    Route::get('/works/{work}', [StoresApi::class, 'workOf'])->whereNumber('work');
    Route::post('/works/{work}/stop', [StoresApi::class, 'stop'])
        ->whereNumber('work')
        ->middleware('can:write,store');
});

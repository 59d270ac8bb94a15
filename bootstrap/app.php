<?php

declare(strict_types=1);

use App\Access\Http\AskedAsDescribed;
use App\Access\Http\Problem;
use App\Access\Http\SecurityHeaders;
use App\Access\Http\ServerTiming;
use App\Access\Http\StartSession;
use App\Access\Http\WritesAsPeopleDo;
use App\Platform\Mistyped;
use App\Platform\Web\GivenAsList;
use App\Platform\Work\DatabaseTrouble;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Auth\Middleware\Authorize;
use Illuminate\Database\QueryException;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Http\Request;
use Illuminate\Session\Middleware\StartSession as LaravelStartSession;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\ServiceUnavailableHttpException;

// Running, testing and measuring are kept apart: each has its settings, caches, views and storage in a folder of its own.
$var = getenv('ORCHARD_VAR') ?: dirname(__DIR__).'/var/run';
foreach (['CONFIG', 'EVENTS', 'PACKAGES', 'ROUTES', 'SERVICES'] as $cache) {
    $_ENV["APP_{$cache}_CACHE"] = $_SERVER["APP_{$cache}_CACHE"] = $var.'/cache/'.strtolower($cache).'.php';
}
$_ENV['VIEW_COMPILED_PATH'] = $_SERVER['VIEW_COMPILED_PATH'] = $var.'/storage/framework/views';

$app = Application::configure(basePath: dirname(__DIR__))
    ->withProviders(require __DIR__.'/providers.php', withBootstrapProviders: false)
    ->withRouting(health: null)
    ->withMiddleware(function (Middleware $middleware): void {
        $middleware->web(
            append: [WritesAsPeopleDo::class],
            replace: [LaravelStartSession::class => StartSession::class],
        );
        // Spaces at the ends of a recipe's words are meant: " - " is another joint than "-".
        $middleware->trimStrings(except: ['notation', 'parts.*.words']);
        $middleware->prepend([SecurityHeaders::class, ServerTiming::class]);
        // The colour scheme is set by a script in the browser, in plain words.
        $middleware->encryptCookies(except: ['theme']);
        // Who may not ask is told so before how it was asked.
        $middleware->appendToPriorityList(after: Authorize::class, append: AskedAsDescribed::class);
        $middleware->redirectGuestsTo('/sign-in');
        $middleware->redirectUsersTo('/');
    })
    ->withExceptions(function (Exceptions $exceptions): void {
        $exceptions->shouldRenderJsonWhen(
            static fn (Request $request): bool => $request->is('api', 'api/*') || $request->expectsJson(),
        );
        $exceptions->respond(
            static fn (Response $response, Throwable $error, Request $request): Response => $request->is('api', 'api/*')
                ? Problem::of($response, $error)
                : $response,
        );
        // A fragment that is asked for after the session has ended must not become the sign-in page: the frame tells it.
        $exceptions->render(
            static fn (AuthenticationException $out, Request $request): ?Response => $request->headers->has('HX-Request')
                ? new Response('', 204, ['X-Signed-Out' => '1'])
                : null,
        );
        // Fields that some program sends as lists are its mistake, not the server's.
        foreach ([Mistyped::class, ErrorException::class, TypeError::class] as $type) {
            $exceptions->map($type, static fn (Throwable $error): Throwable => GivenAsList::instead($error, request()));
        }
        // What the database says is for the log; people get words.
        $exceptions->render(static function (QueryException $trouble, Request $request) {
            if (! DatabaseTrouble::isAway($trouble) && ! DatabaseTrouble::isPassing($trouble)) {
                return null;
            }
            $words = DatabaseTrouble::words($trouble);

            return $request->expectsJson() || $request->is('api/*')
                ? response()->json(['message' => $words], 503, ['Retry-After' => '5'])
                : response()->view('errors.503', ['exception' => new ServiceUnavailableHttpException(5, $words)], 503, [
                    'Retry-After' => '5',
                ]);
        });
    })
    ->create();

$app->useEnvironmentPath($var);
$app->loadEnvironmentFrom('env');
$app->useStoragePath($var.'/storage');

return $app;

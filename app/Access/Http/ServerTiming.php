<?php

declare(strict_types=1);

namespace App\Access\Http;

use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Tells how long the server worked on an answer, in milliseconds. */
final class ServerTiming
{
    public function handle(Request $request, Closure $next): Response
    {
        /** @var Response $response */
        $response = $next($request);
        $start = $request->server('REQUEST_TIME_FLOAT');
        if (is_numeric($start)) {
            $response->headers->set(
                'Server-Timing',
                sprintf('app;dur=%.1f', (microtime(true) - (float) $start) * 1000),
            );
        }

        return $response;
    }
}

<?php

declare(strict_types=1);

namespace App\Access\Http;

use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Headers that every answer carries: nothing from other hosts, nothing inline, no framing. */
final class SecurityHeaders
{
    public function handle(Request $request, Closure $next): Response
    {
        /** @var Response $response */
        $response = $next($request);
        $response->headers->add([
            'Content-Security-Policy' => "default-src 'self'; img-src 'self' data:; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'; report-uri /csp-reports",
            'X-Content-Type-Options' => 'nosniff',
            'Referrer-Policy' => 'same-origin',
            'Permissions-Policy' => 'camera=(), microphone=(), geolocation=()',
            'Cross-Origin-Opener-Policy' => 'same-origin',
        ]);
        if ($request->isSecure()) {
            $response->headers->set('Strict-Transport-Security', 'max-age=31536000');
        }
        $response->headers->set('Vary', 'HX-Request', false);
        if (
            ! $response->headers->has('Cache-Control') ||
            str_contains((string) $response->headers->get('Cache-Control'), 'private')
        ) {
            $response->headers->set('Cache-Control', 'no-store, private');
        }

        return $response;
    }
}

<?php

declare(strict_types=1);

namespace App\Access\Http;

use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Whoever comes through the JSON door is answered in JSON, refusals and errors too. */
final class AnswersJson
{
    public function handle(Request $request, Closure $next): Response
    {
        $request->headers->set('Accept', 'application/json');

        /** @var Response */
        return $next($request);
    }
}

<?php

declare(strict_types=1);

namespace App\Access\Http;

use App\Access\Models\User;
use App\Platform\Web\Forms;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Numbers and dates of a screen are written as the person who looks writes them. */
final class WritesAsPeopleDo
{
    public function handle(Request $request, Closure $next): Response
    {
        $user = $request->user();
        Forms::startFor($user instanceof User ? $user->locale : null, $request->headers->get('Accept-Language'));
        try {
            return $next($request);
        } finally {
            Forms::end();
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Access\Http;

use Illuminate\Http\Request;
use Illuminate\Session\Middleware\StartSession as LaravelStartSession;

/**
 * Sessions that are written by pages and forms alone. What a page asks for beside (fragments, polls, the next rows)
 * reads the session and leaves it as it is: two requests under way at once would each write back the whole session as
 * they found it, and what a form left for the page behind it ("5 pages were added") would be lost. Such requests do not
 * make a session last longer either.
 */
final class StartSession extends LaravelStartSession
{
    protected function saveSession($request): void
    {
        self::isAside($request) || parent::saveSession($request);
    }

    /**
     * Whether a script asks, not a person who goes to a page: browsers tell it by Sec-Fetch-Dest on safe connections,
     * htmx everywhere.
     */
    private static function isAside(Request $request): bool
    {
        return $request->isMethodSafe() &&
            ($request->headers->has('HX-Request') || $request->headers->get('Sec-Fetch-Dest') === 'empty');
    }
}

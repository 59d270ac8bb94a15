<?php

declare(strict_types=1);

namespace App\Access\Api;

use App\Access\Models\User;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** A token that was made for reading changes nothing, whatever its owner may do. */
final class MayWrite
{
    public function handle(Request $request, Closure $next): Response
    {
        $user = $request->user();
        if (! $request->isMethodSafe() && (! ($user instanceof User) || ! $user->tokenCan('write'))) {
            abort(403, 'This token may only read. Make one that may write, under Tokens.');
        }

        /** @var Response */
        return $next($request);
    }
}

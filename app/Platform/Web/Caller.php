<?php

declare(strict_types=1);

namespace App\Platform\Web;

use App\Platform\Typed;
use Illuminate\Http\Request;

/** Whoever sent a request. */
final class Caller
{
    /** Their number; 0 where nobody is signed in. */
    public static function id(Request $request): int
    {
        return Typed::int($request->user()?->getAuthIdentifier());
    }
}

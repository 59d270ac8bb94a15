<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use Illuminate\Http\Request;

/** The place in a list that a request goes on from. */
final class Place
{
    /** @return array{int, ?int} the key behind the last row shown: clicks and page */
    public static function of(Request $request): array
    {
        $given = is_string($request->query('after')) ? explode('-', $request->query('after')) : [];

        return count($given) === 2 && ctype_digit($given[0]) && ctype_digit($given[1])
            ? [(int) $given[0], (int) $given[1]]
            : [0, null];
    }
}

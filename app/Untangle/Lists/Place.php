<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use Illuminate\Database\Query\Builder;
use Illuminate\Http\Request;

/** The place in a list that a request goes on from. */
final class Place
{
    /** @return array{int, ?int} the key behind the last row shown: clicks and page */
    private static function of(Request $request): array
    {
        $given = is_string($request->query('after')) ? explode('-', $request->query('after')) : [];

        return count($given) === 2 && ctype_digit($given[0]) && ctype_digit($given[1])
            ? [(int) $given[0], (int) $given[1]]
            : [0, null];
    }

    /**
     * Orders a list by clicks, the most first, and lets it go on behind a row of it.
     *
     * @param  string  $clicks  column of the clicks
     * @param  string  $id  column of the key that tells rows of as many clicks apart
     */
    public static function goOn(Builder $query, Request $request, string $clicks, string $id): Builder
    {
        [$least, $after] = self::of($request);
        if ($after !== null) {
            $query->whereRaw("($clicks < ? OR ($clicks = ? AND $id < ?))", [$least, $least, $after]);
        }

        return $query->orderByDesc($clicks)->orderByDesc($id);
    }
}

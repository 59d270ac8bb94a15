<?php

declare(strict_types=1);

namespace App\Platform\Work;

use Illuminate\Database\QueryException;
use Throwable;

/**
 * What people are told where the database did not do what was asked: words, never its statements. The log has the
 * rest.
 */
final class DatabaseTrouble
{
    /** Error numbers of MariaDB and its client: no connection, or one that broke. */
    private const AWAY = [2002, 2003, 2006, 2013, 1040, 1053, 1927, 4031];

    /** Others held the same rows: the whole transaction can be tried again. */
    private const TRY_AGAIN = [1205, 1213, 1020, 1047];

    private const FULL = [1021, 1026, 1114, 3];

    /** The trouble in words; for anything that is not the database's, its own message. */
    public static function words(Throwable $error): string
    {
        return match (true) {
            ! ($error instanceof QueryException) => $error->getMessage(),
            self::isAway($error) => 'The database does not answer just now. Nothing that was saved is lost; try again in a moment.',
            self::isPassing($error) => 'Others were writing the same rows for a long time. Nothing was changed; try again in a moment.',
            in_array(self::number($error), self::FULL, true) => 'The database has no room left on its disk. Nothing was changed; '.
                'whoever looks after the server has to make room first.',
            default => 'The database refused what was asked. Nothing was changed; the log says why (bin/orchard logs application).',
        };
    }

    public static function isAway(Throwable $error): bool
    {
        return $error instanceof QueryException && in_array(self::number($error), self::AWAY, true);
    }

    /** Whether it would pass by itself if tried again. */
    public static function isPassing(Throwable $error): bool
    {
        return $error instanceof QueryException && in_array(self::number($error), self::TRY_AGAIN, true);
    }

    private static function number(QueryException $error): int
    {
        return (int) ($error->errorInfo[1] ?? ($error->getPrevious()?->getCode() ?? 0));
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

use InvalidArgumentException;

/**
 * Runs of whole weeks, counted back from the end of the window, such that every window, the weeks before it, the same
 * weeks a year (364 days) earlier and the weeks that followed those are unions of them: sums kept by span answer for
 * all of these without the rows.
 */
final class Span
{
    /** Weeks back at which spans begin, the first at 0; the last ends at WEEKS. */
    public const CUTS = [0, 4, 8, 13, 26, 39, 48, 52, 56, 65, 78];

    public const WEEKS = 104;

    public const WINDOWS = [4, 13, 26, 52];

    /** The span of a week so many weeks back, from 0 to WEEKS - 1. */
    public static function of(int $weeksBack): int
    {
        $span = 0;
        foreach (self::CUTS as $nth => $begins) {
            $span = $weeksBack >= $begins ? $nth : $span;
        }

        return $span;
    }

    /**
     * Spans of the window of the last so many weeks.
     *
     * @return non-empty-list<int>
     */
    public static function now(int $weeks): array
    {
        return self::between(0, self::window($weeks));
    }

    /** @return non-empty-list<int> of as many weeks before them */
    public static function before(int $weeks): array
    {
        return self::between(self::window($weeks), 2 * $weeks);
    }

    /** @return non-empty-list<int> of the same weeks a year earlier */
    public static function yearEarlier(int $weeks): array
    {
        return self::between(52, 52 + self::window($weeks));
    }

    /**
     * @return non-empty-list<int> of the weeks that followed a year earlier: what lies ahead, as it was then; for 4, 13
     *     and 26
     */
    public static function ahead(int $weeks): array
    {
        return self::between(52 - self::window($weeks), 52);
    }

    /** @return non-empty-list<int> spans that lie between two numbers of weeks back */
    private static function between(int $from, int $to): array
    {
        $spans = [];
        foreach (self::CUTS as $span => $begins) {
            $ends = self::CUTS[$span + 1] ?? self::WEEKS;
            if ($begins >= $from && $ends <= $to) {
                $spans[] = $span;
            }
        }

        return $spans !== []
            ? $spans
            : throw new InvalidArgumentException("No span lies between $from and $to weeks back.");
    }

    private static function window(int $weeks): int
    {
        return in_array($weeks, self::WINDOWS, true)
            ? $weeks
            : throw new InvalidArgumentException("$weeks weeks are no window; 4, 13, 26 and 52 are.");
    }
}

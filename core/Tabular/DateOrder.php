<?php

declare(strict_types=1);

namespace Orchard\Core\Tabular;

use DateTimeImmutable;
use DateTimeZone;

/**
 * In which order a file writes the parts of a date; a year of four digits in front is always read as year, month, day.
 */
enum DateOrder: string
{
    case DayFirst = 'dmy';
    case MonthFirst = 'mdy';

    private const MONTHS = [
        'jan' => 1,
        'feb' => 2,
        'mar' => 3,
        'mär' => 3,
        'mrz' => 3,
        'apr' => 4,
        'may' => 5,
        'mai' => 5,
        'jun' => 6,
        'jul' => 7,
        'aug' => 8,
        'sep' => 9,
        'oct' => 10,
        'okt' => 10,
        'nov' => 11,
        'dec' => 12,
        'dez' => 12,
    ];

    /** A day, a time, and how far it is from UTC (RFC 3339, RFC 5322 and the like). */
    private const WITH_OFFSET = '/^(.+?)[T\s,]+(\d{1,2}:\d\d(?::\d\d)?)(?:[.,]\d+)?\s*(Z|UTC|GMT|[+-]\d\d:?\d\d)\s*$/i';

    public function label(): string
    {
        return $this === self::DayFirst ? 'day, month, year' : 'month, day, year';
    }

    /**
     * A day as yyyy-mm-dd; null where the cell is no day. A time behind it is left out, unless it tells its offset and
     * a zone is given: then it is the day that it was in that zone.
     */
    public function parse(string $cell, ?DateTimeZone $zone = null): ?string
    {
        if ($zone !== null && preg_match(self::WITH_OFFSET, $cell, $found) === 1) {
            $day = $this->parse($found[1]);
            $at =
                $day === null
                    ? false
                    : date_create_immutable("$day {$found[2]} ".strtr(strtoupper($found[3]), ['GMT' => 'UTC']));

            return $at === false ? null : $at->setTimezone($zone)->format('Y-m-d');
        }
        // Workbooks hold days as numbers counted from 30 December 1899 (ECMA-376, the 1900 date system).
        if (preg_match('/^([3-7]\d{4})(?:\.\d+)?$/', trim($cell), $found) === 1) {
            return (new DateTimeImmutable('1899-12-30'))->modify("+$found[1] days")->format('Y-m-d');
        }
        if (
            preg_match('/^(\d{4})-(\d\d)-(\d\d)$/', $cell, $found) === 1 ||
            preg_match('~^\s*(\d{4})[-/.]?(\d\d?)[-/.]?(\d\d?)(?:[T\s].*)?$~', $cell, $found) === 1
        ) {
            return self::day((int) $found[1], (int) $found[2], (int) $found[3]);
        }
        $parts = self::parts($cell);
        if ($parts !== null) {
            return $this === self::DayFirst
                ? self::day($parts[2], $parts[1], $parts[0])
                : self::day($parts[2], $parts[0], $parts[1]);
        }
        if (
            preg_match('/^\s*(?:\p{L}+,\s*)?(\d{1,2})\.?\s+(\p{L}{3})\p{L}*\.?,?\s+(\d{4})/u', $cell, $found) === 1 &&
            isset(self::MONTHS[mb_strtolower($found[2])])
        ) {
            return self::day((int) $found[3], self::MONTHS[mb_strtolower($found[2])], (int) $found[1]);
        }
        if (
            preg_match('/^\s*(?:\p{L}+,\s*)?(\p{L}{3})\p{L}*\.?\s+(\d{1,2}),?\s+(\d{4})/u', $cell, $found) === 1 &&
            isset(self::MONTHS[mb_strtolower($found[1])])
        ) {
            return self::day((int) $found[3], self::MONTHS[mb_strtolower($found[1])], (int) $found[2]);
        }

        return null;
    }

    /**
     * The orders that some of these cells can only be in, for a number over twelve is no month.
     *
     * @param  iterable<string>  $cells
     * @return list<self>
     */
    public static function onlyOnes(iterable $cells): array
    {
        $only = [];
        foreach ($cells as $cell) {
            $parts = self::parts($cell);
            if ($parts !== null && $parts[0] > 12 && $parts[1] <= 12) {
                $only[self::DayFirst->value] = self::DayFirst;
            } elseif ($parts !== null && $parts[1] > 12 && $parts[0] <= 12) {
                $only[self::MonthFirst->value] = self::MonthFirst;
            }
        }

        return array_values($only);
    }

    /**
     * The order by these cells alone; null where some can only be in one and some only in the other. Where nothing
     * tells, day first: who has to be sure asks DateReading.
     *
     * @param  iterable<string>  $cells
     */
    public static function guess(iterable $cells): ?self
    {
        $only = self::onlyOnes($cells);

        return count($only) > 1 ? null : $only[0] ?? self::DayFirst;
    }

    /** @return ?array{int, int, int} two numbers and a year */
    private static function parts(string $cell): ?array
    {
        if (preg_match('~^\s*(\d{1,2})([-/.])\s?(\d{1,2})\2\s?(\d{4}|\d{2})(?:[T\s,].*)?$~', $cell, $found) !== 1) {
            return null;
        }

        return [(int) $found[1], (int) $found[3], strlen($found[4]) === 2 ? 2000 + (int) $found[4] : (int) $found[4]];
    }

    private static function day(int $year, int $month, int $day): ?string
    {
        return $year >= 1990 && $year < 2100 && checkdate($month, $day, $year)
            ? sprintf('%04d-%02d-%02d', $year, $month, $day)
            : null;
    }
}

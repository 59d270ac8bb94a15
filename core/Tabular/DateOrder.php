<?php

declare(strict_types=1);

namespace Orchard\Core\Tabular;

use DateTimeImmutable;

/** In which order a file writes the parts of a date; a year of four digits in front is always read as year, month, day. */
enum DateOrder: string
{
    case DayFirst = 'dmy';
    case MonthFirst = 'mdy';

    private const MONTHS = ['jan' => 1, 'feb' => 2, 'mar' => 3, 'mär' => 3, 'mrz' => 3, 'apr' => 4, 'may' => 5, 'mai' => 5, 'jun' => 6, 'jul' => 7, 'aug' => 8, 'sep' => 9, 'oct' => 10, 'okt' => 10, 'nov' => 11, 'dec' => 12, 'dez' => 12];

    public function label(): string
    {
        return $this === self::DayFirst ? 'day, month, year' : 'month, day, year';
    }

    /** A day as yyyy-mm-dd (a time behind it is left out); null where the cell is no day. */
    public function parse(string $cell): ?string
    {
        // Workbooks hold days as numbers counted from 30 December 1899 (ECMA-376, the 1900 date system).
        if (preg_match('/^([3-7]\d{4})(?:\.\d+)?$/', trim($cell), $found) === 1) {
            return (new DateTimeImmutable('1899-12-30'))->modify("+$found[1] days")->format('Y-m-d');
        }
        if (preg_match('/^(\d{4})-(\d\d)-(\d\d)$/', $cell, $found) === 1 || preg_match('~^\s*(\d{4})[-/.]?(\d\d?)[-/.]?(\d\d?)(?:[T\s].*)?$~', $cell, $found) === 1) {
            return self::day((int) $found[1], (int) $found[2], (int) $found[3]);
        }
        $parts = self::parts($cell);
        if ($parts !== null) {
            return $this === self::DayFirst ? self::day($parts[2], $parts[1], $parts[0]) : self::day($parts[2], $parts[0], $parts[1]);
        }
        if (preg_match('/^\s*(?:\p{L}+,\s*)?(\d{1,2})\.?\s+(\p{L}{3})\p{L}*\.?,?\s+(\d{4})/u', $cell, $found) === 1 && isset(self::MONTHS[mb_strtolower($found[2])])) {
            return self::day((int) $found[3], self::MONTHS[mb_strtolower($found[2])], (int) $found[1]);
        }
        if (preg_match('/^\s*(?:\p{L}+,\s*)?(\p{L}{3})\p{L}*\.?\s+(\d{1,2}),?\s+(\d{4})/u', $cell, $found) === 1 && isset(self::MONTHS[mb_strtolower($found[1])])) {
            return self::day((int) $found[3], self::MONTHS[mb_strtolower($found[1])], (int) $found[2]);
        }

        return null;
    }

    /**
     * The order that these cells can only be in; null where some can only be in one and some only in the other. Where nothing tells:
     * day first between dots or hyphens, month first between slashes.
     *
     * @param  iterable<string>  $cells
     */
    public static function guess(iterable $cells): ?self
    {
        $only = [];
        $slashes = false;
        foreach ($cells as $cell) {
            $parts = self::parts($cell);
            if ($parts === null) {
                continue;
            }
            $slashes = $slashes || str_contains($cell, '/');
            if ($parts[0] > 12 && $parts[1] <= 12) {
                $only[self::DayFirst->value] = self::DayFirst;
            } elseif ($parts[1] > 12 && $parts[0] <= 12) {
                $only[self::MonthFirst->value] = self::MonthFirst;
            }
        }

        return match (count($only)) {
            0 => $slashes ? self::MonthFirst : self::DayFirst,
            1 => end($only),
            default => null,
        };
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
        return $year >= 1990 && $year < 2100 && checkdate($month, $day, $year) ? sprintf('%04d-%02d-%02d', $year, $month, $day) : null;
    }
}

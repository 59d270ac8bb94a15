<?php

declare(strict_types=1);

namespace App\Facts\Calendar;

use DateInterval;
use DateTimeImmutable;

/** How an event comes again. */
enum Returns: string
{
    case Never = 'never';
    case Date = 'date';
    case Weekday = 'weekday';
    case Easter = 'easter';

    public function words(): string
    {
        return match ($this) {
            self::Never => 'once',
            self::Date => 'each year on the same date',
            self::Weekday => 'each year on the same weekday of the month, such as its fourth Friday',
            self::Easter => 'each year as many days from Easter',
        };
    }

    /** The first day on which what began on that day begins in another year. */
    public function in(DateTimeImmutable $first, int $year): ?DateTimeImmutable
    {
        return match ($this) {
            self::Never => (int) $first->format('Y') === $year ? $first : null,
            // The 29th of February is the 1st of March where there is none.
            self::Date => $first->setDate($year, (int) $first->format('n'), (int) $first->format('j')),
            self::Weekday => $this->nthWeekday($first, $year),
            self::Easter => self::daysFrom(self::easter($year), self::easter((int) $first->format('Y'))->diff($first)),
        };
    }

    /** So many days away: whole days, for months differ in length. */
    private static function daysFrom(DateTimeImmutable $day, DateInterval $away): DateTimeImmutable
    {
        $days = (int) $away->days;

        return $away->invert === 1 ? $day->modify('-'.$days.' days') : $day->modify('+'.$days.' days');
    }

    private function nthWeekday(DateTimeImmutable $first, int $year): DateTimeImmutable
    {
        $nth = intdiv((int) $first->format('j') - 1, 7);
        $month = $first->setDate($year, (int) $first->format('n'), 1);
        $day = $month->modify(
            '+'.((((int) $first->format('N') - (int) $month->format('N') + 7) % 7) + 7 * $nth).' days',
        );

        // A fifth one that this month lacks is its last.
        return $day->format('n') === $month->format('n') ? $day : $day->modify('-7 days');
    }

    /** Easter Sunday of the Gregorian calendar (the anonymous algorithm; Meeus 1991, chapter 8). */
    private static function easter(int $year): DateTimeImmutable
    {
        $a = $year % 19;
        [$b, $c] = [intdiv($year, 100), $year % 100];
        $h = (19 * $a + $b - intdiv($b, 4) - intdiv($b - intdiv($b + 8, 25) + 1, 3) + 15) % 30;
        $l = (32 + 2 * ($b % 4) + 2 * intdiv($c, 4) - $h - ($c % 4)) % 7;
        $m = intdiv($a + 11 * $h + 22 * $l, 451);
        $sum = $h + $l - 7 * $m + 114;

        return new DateTimeImmutable(sprintf('%04d-%02d-%02d', $year, intdiv($sum, 31), ($sum % 31) + 1));
    }
}

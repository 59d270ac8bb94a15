<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

use DateTimeImmutable;

/**
 * Which days are told, where only days on which something happened have rows: a day between others on which nothing was
 * sold is a zero, eleven of them in a shop that sells each day are a hole.
 *
 * With told days coming by chance at the share p of all days, a gap of g days comes told x (1 - p)^g times; one that is
 * expected less than once in twenty such calendars is a hole. Where a day has many rows a single day without any is
 * one, unless such gaps are a habit (a shop that rests on Sundays). Before the first and behind the last told day
 * nothing is known, but to the border of the week where so short a silence is no wonder.
 */
final class ToldDays
{
    private const BY_CHANCE = 0.05;

    /** Rows a day from which on a day without any is not told: by Poisson's law it would come once in 20,000 days. */
    private const MANY_ROWS = 10.0;

    /** Gaps as long as this one, by told days, from which on they are a habit. */
    private const HABIT = 1 / 60;

    private const ROUNDS = 10;

    /**
     * @param  array<string, int>  $rows  rows by day (Y-m-d), days without any left out
     * @return array<string, true> days that are told, in order
     */
    public static function of(array $rows): array
    {
        $rows = array_filter($rows, static fn (int $n): bool => $n > 0);
        ksort($rows);
        $days = array_map(strval(...), array_keys($rows));
        $gaps = [];
        for ($i = 1, $n = count($days); $i < $n; $i++) {
            $gaps[$i] = (int) (new DateTimeImmutable($days[$i - 1]))->diff(new DateTimeImmutable($days[$i]))->days - 1;
        }
        $perDay = $days === [] ? 0.0 : array_sum($rows) / count($days);
        $holes = self::holes(array_filter($gaps), count($days), $perDay);
        $reach = self::reach(array_diff_key($gaps, $holes), count($days), $perDay);
        $told = [];
        foreach ($days as $i => $day) {
            $isFirst = $i === 0 || isset($holes[$i]);
            $date = new DateTimeImmutable($day);
            // A week that began or ended quietly is told from its Monday, to its Sunday.
            $toMonday = (int) $date->format('N') - 1;
            for ($back = $isFirst ? ($toMonday <= $reach ? $toMonday : 0) : $gaps[$i]; $back > 0; $back--) {
                $told[$date->modify("-$back days")->format('Y-m-d')] = true;
            }
            $told[$day] = true;
            $isLast = ! isset($days[$i + 1]) || isset($holes[$i + 1]);
            $toSunday = 7 - (int) $date->format('N');
            for ($on = 1; $isLast && $toSunday <= $reach && $on <= $toSunday; $on++) {
                $told[$date->modify("+$on days")->format('Y-m-d')] = true;
            }
        }

        return $told;
    }

    /**
     * How many days without rows at the edge of what is told are no wonder.
     *
     * @param  array<int, int>  $gaps  between told days, those that are holes left out
     */
    private static function reach(array $gaps, int $told, float $perDay): int
    {
        $share = $told / max(1, $told + array_sum($gaps));
        $reach = 0;
        for ($days = 1; $days < 7; $days++) {
            $likes = count(array_filter($gaps, static fn (int $one): bool => $one >= $days));
            $isHabit = $likes > max(1.0, self::HABIT * $told);
            $reach =
                (1 - $share) ** $days >= self::BY_CHANCE && ($perDay < self::MANY_ROWS || $isHabit) ? $days : $reach;
        }

        return $reach;
    }

    /**
     * @param  array<int, int>  $gaps  lengths of gaps in days, by the told day behind them
     * @return array<int, true>
     */
    private static function holes(array $gaps, int $told, float $perDay): array
    {
        $holes = [];
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $share = $told / max(1, $told + array_sum(array_diff_key($gaps, $holes)));
            $now = [];
            foreach ($gaps as $i => $length) {
                $likes = count(array_filter($gaps, static fn (int $other): bool => $other >= $length));
                $isHabit = $likes > max(1.0, self::HABIT * $told);
                if ($told * (1 - $share) ** $length < self::BY_CHANCE || ($perDay >= self::MANY_ROWS && ! $isHabit)) {
                    $now[$i] = true;
                }
            }
            // What was a hole stays one: without it the told days only come closer together.
            $now += $holes;
            if ($now === $holes) {
                break;
            }
            $holes = $now;
        }

        return $holes;
    }
}

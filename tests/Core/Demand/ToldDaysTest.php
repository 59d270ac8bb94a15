<?php

declare(strict_types=1);

use Orchard\Core\Demand\Chance;
use Orchard\Core\Demand\ToldDays;

/** @return array<string, int> rows a day of 91 days from the first of March on */
function toldRows(callable $rows): array
{
    $days = [];
    for ($i = 0; $i < 91; $i++) {
        $days[(new DateTimeImmutable('2026-03-02'))->modify("+$i days")->format('Y-m-d')] = $rows($i);
    }

    return array_filter($days);
}

it('counts a day without rows as told, a hole as not', function (callable $rows, int $told): void {
    expect(ToldDays::of(toldRows($rows)))->toHaveCount($told);
})->with([
    'each day' => [static fn (int $i): int => 500, 91],
    'a hole of eleven days' => [static fn (int $i): int => $i >= 30 && $i < 41 ? 0 : 3, 80],
    'one day of many rows lacks' => [static fn (int $i): int => $i === 50 ? 0 : 500, 90],
    'one day of few rows lacks' => [static fn (int $i): int => $i === 50 ? 0 : 2, 91],
    'every second day has an order' => [static fn (int $i): int => $i % 2, 91],
    'a shop that rests on Sundays' => [static fn (int $i): int => $i % 7 === 6 ? 0 : 40, 91],
    'a shop that rests on Sundays, with a hole of ten days' => [
        static fn (int $i): int => $i % 7 === 6 || ($i >= 30 && $i < 40) ? 0 : 40,
        81,
    ],
    'four weeks, three weeks of nothing, four weeks' => [
        static fn (int $i): int => ($i < 28 || $i >= 49) && $i < 77 ? 1 : 0,
        56,
    ],
    'four weeks alone' => [static fn (int $i): int => $i >= 63 ? 9 : 0, 28],
    'rows of each Tuesday' => [static fn (int $i): int => $i % 7 === 1 ? 50 : 0, 91],
    'nothing' => [static fn (int $i): int => 0, 0],
]);

it('finds holes and leaves chance alone, whatever part of the days has rows', function (): void {
    $wrong = $missed = $of = 0;
    for ($seed = 0; $seed < 200; $seed++) {
        $chance = new Chance($seed);
        $share = 0.3 + 0.7 * $chance->uniform();
        $hole = $seed % 2 === 0 ? 40 : 0;
        $from = $chance->whole(20, 30);
        $rows = toldRows(
            static fn (int $i): int => $hole > 0 && $i >= $from && $i < $from + $hole
                ? 0
                : ($chance->uniform() < $share
                    ? 1
                    : 0),
        );
        $span =
            (int) (new DateTimeImmutable((string) array_key_first($rows)))->diff(
                new DateTimeImmutable((string) array_key_last($rows)),
            )->days + 1;
        $told = count(
            array_filter(
                array_keys(ToldDays::of($rows)),
                static fn (string $day): bool => $day >= array_key_first($rows) && $day <= array_key_last($rows),
            ),
        );
        $hole > 0 ? ($missed += $told > $span - $hole + 12) : ($wrong += $told < $span);
        $of++;
    }
    // Within its weeks the edge of a hole may be a silence. A gap that comes by chance less than once in twenty
    // calendars passes for a hole about as often.
    expect($of)->toBe(200)->and($wrong)->toBeLessThanOrEqual(14)->and($missed)->toBe(0);
});

it('does not hang on the order in which days are given', function (): void {
    $rows = toldRows(static fn (int $i): int => $i >= 30 && $i < 41 ? 0 : 3);
    expect(ToldDays::of(array_reverse($rows, true)))->toBe(ToldDays::of($rows));
});

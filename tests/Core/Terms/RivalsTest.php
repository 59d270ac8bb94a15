<?php

declare(strict_types=1);

use Orchard\Core\Terms\Rivals;

/**
 * Days of two pages for one query, as rows tell them: rows below three impressions are withheld.
 *
 * @return array{array<string, array{impressions: int, position: float, clicks: int}>,
 *     array<string, array{impressions: int, position: float, clicks: int}>}
 */
function daysOfTwo(bool $takesTurns, float $one, float $other, int $days = 91): array
{
    $rows = [[], []];
    $which = 0;
    for ($day = 0; $day < $days; $day++) {
        // Who takes turns holds a place for a while; the demand of a day is shared by both.
        mt_rand(1, 3) === 1 && ($which = 1 - $which);
        $demand = mt_rand(60, 140) / 100;
        foreach ([$one, $other] as $nth => $mean) {
            $shown = $takesTurns ? ($which === $nth ? 1.6 : (mt_rand(1, 12) === 1 ? 0.4 : 0.0)) : 1.0;
            $impressions = (int) round(($mean * $demand * $shown * mt_rand(50, 150)) / 100);
            if ($impressions >= 3) {
                $rows[$nth]["day$day"] = ['impressions' => $impressions, 'position' => 5.0 + 4 * $nth, 'clicks' => 0];
            }
        }
    }

    return $rows;
}

it('tells pages that take turns from those that are shown side by side', function (): void {
    mt_srand(9);
    $found = $missed = $wrong = $left = 0;
    for ($i = 0; $i < 300; $i++) {
        $takesTurns = $i % 2 === 0;
        // From rare to frequent, the lesser page at least a fifth of the other.
        $one = exp(mt_rand(130, 500) / 100);
        $other = ($one * mt_rand(30, 100)) / 100;
        $told = Rivals::of(...[...daysOfTwo($takesTurns, $one, $other), 91])->takeTurns();
        match (true) {
            $takesTurns && $told => $found++,
            $takesTurns => $missed++,
            $told => $wrong++,
            default => $left++,
        };
    }
    expect($found / ($found + $missed))
        ->toBeGreaterThanOrEqual(0.9)
        ->and($found / ($found + $wrong))
        ->toBeGreaterThanOrEqual(0.9)
        ->and($left)
        ->toBeGreaterThan(100);
});

it('takes few days for chance, and one page that came after another for no rival', function (): void {
    $row = ['impressions' => 5, 'position' => 4.0, 'clicks' => 0];
    $few = Rivals::of(['a' => $row, 'c' => $row, 'e' => $row], ['b' => $row, 'd' => $row, 'f' => $row], 91);
    expect($few->takeTurns())->toBeFalse()->and($few->switches)->toBe(5);
    $before = $after = [];
    for ($day = 10; $day < 50; $day++) {
        $before["day$day"] = $row;
        $after['day'.($day + 40)] = $row;
    }
    $moved = Rivals::of($before, $after, 91);
    expect($moved->turns)->toBeGreaterThan(0.9)->and($moved->switches)->toBe(1)->and($moved->takeTurns())->toBeFalse();
});

it('counts clicks that are lost on days with the lower page alone', function (): void {
    $row = static fn (float $position): array => ['impressions' => 100, 'position' => $position, 'clicks' => 1];
    $rivals = Rivals::of(['a' => $row(2.0), 'b' => $row(2.0)], ['b' => $row(8.0), 'c' => $row(8.0)], 3);
    // On day c alone: a hundred impressions at 8 instead of at 2, by the assumed curve 0.27 x position ** -1.05.
    expect($rivals->lostClicks)->toEqualWithDelta(100 * 0.27 * (2 ** -1.05 - 8 ** -1.05), 1e-9);
});

it('reckons share, switches and lost clicks as by hand', function (): void {
    $row = static fn (int $impressions, float $position): array => [
        'impressions' => $impressions,
        'position' => $position,
        'clicks' => 0,
    ];
    // The second page on the first days, where the first has none, then the first alone.
    $rivals = Rivals::of(
        ['day3' => $row(2, 2.0), 'day4' => $row(2, 2.0)],
        ['day1' => $row(4, 5.0), 'day2' => $row(1, 5.0)],
        91,
    );
    expect($rivals->share)
        ->toEqualWithDelta(4 / 9, 1e-12)
        ->and($rivals->switches)
        ->toBe(1)
        ->and($rivals->lostClicks)
        ->toEqualWithDelta(5 * 0.27 * (2 ** -1.05 - 5 ** -1.05), 1e-9);
    // Of a page that is not there nothing is lost, and nobody takes turns with it.
    $alone = Rivals::of(['day3' => $row(2, 2.0)], [], 91);
    expect([$alone->share, $alone->switches, $alone->turns, $alone->lostClicks])->toBe([0.0, 0, 0.0, 0.0]);
});

it('holds days with both against those that chance leaves, where chance is as seldom as R has it', function (
    int $one,
    int $other,
    int $both,
    int $told,
    float $turns,
): void {
    $row = ['impressions' => 2, 'position' => 4.0, 'clicks' => 0];
    $first = $second = [];
    for ($day = 0; $day < $one; $day++) {
        $first[sprintf('day%03d', $day)] = $row;
    }
    for ($day = $one - $both; $day < $one - $both + $other; $day++) {
        $second[sprintf('day%03d', $day)] = $row;
    }
    expect(Rivals::of($first, $second, $told)->turns)->toEqualWithDelta($turns, 1e-9);
})->with([
    // R: phyper(both, one, told - one, other) is 8.5e-18, 1.8e-7, 0.0097, 0.0021, 0.60.
    'never together' => [30, 30, 0, 60, 1.0],
    'seldom together' => [30, 30, 5, 60, 1 - 5 / 15],
    'as seldom as one time in a hundred' => [30, 30, 10, 60, 0.0],
    'as seldom as one time in five hundred' => [30, 30, 9, 60, 1 - 9 / 15],
    'as often as chance has it' => [30, 30, 15, 60, 0.0],
]);

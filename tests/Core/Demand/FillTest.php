<?php

declare(strict_types=1);

use Orchard\Core\Demand\Chance;
use Orchard\Core\Demand\RateRange;
use Orchard\Core\Demand\WorkloadFill;

/**
 * @param  list<array{id: int, worth: float, effort: int}>  $all
 * @param  array<array-key, mixed>  $ids
 */
function worthOf(array $all, array $ids): float
{
    return array_sum(
        array_map(static fn (array $one): float => in_array($one['id'], $ids, true) ? $one['worth'] : 0.0, $all),
    );
}

it('fills a capacity as well as trying every choice does', function (): void {
    $chance = new Chance(11);
    for ($case = 0; $case < 60; $case++) {
        $all = [];
        for ($id = 1, $n = $chance->whole(1, 10); $id <= $n; $id++) {
            $all[] = ['id' => $id, 'worth' => (float) $chance->whole(0, 90), 'effort' => $chance->whole(1, 12)];
        }
        $capacity = $chance->whole(0, 40);
        $best = 0.0;
        for ($choice = 0; $choice < 2 ** count($all); $choice++) {
            $taken = array_values(
                array_filter($all, static fn (array $one): bool => (($choice >> ($one['id'] - 1)) & 1) === 1),
            );
            if (array_sum(array_column($taken, 'effort')) <= $capacity) {
                $best = max($best, array_sum(array_column($taken, 'worth')));
            }
        }
        $chosen = WorkloadFill::choose($all, $capacity);
        expect(worthOf($all, $chosen))
            ->toBe($best)
            ->and(
                array_sum(
                    array_map(
                        static fn (array $one): int => in_array($one['id'], $chosen, true) ? $one['effort'] : 0,
                        $all,
                    ),
                ),
            )
            ->toBeLessThanOrEqual($capacity);
    }
});

it('keeps to the capacity with thousands of candidates, and takes them all where there is room', function (): void {
    $chance = new Chance(12);
    $all = array_map(
        static fn (int $id): array => [
            'id' => $id,
            'worth' => $chance->uniform() * 100,
            'effort' => $chance->whole(5, 60),
        ],
        range(1, 3000),
    );
    $chosen = WorkloadFill::choose($all, 2400);
    $effort = static fn (array $ids): int => array_sum(
        array_map(static fn (array $one): int => isset(array_flip($ids)[$one['id']]) ? $one['effort'] : 0, $all),
    );
    expect($effort($chosen))
        ->toBeLessThanOrEqual(2400)
        ->toBeGreaterThan(2340)
        ->and($chosen)
        ->toBe(array_values(array_unique($chosen)))
        ->and(WorkloadFill::choose(array_slice($all, 0, 250), 20000))
        ->toHaveCount(250)
        ->and(WorkloadFill::choose([], 50))
        ->toBe([])
        ->and(WorkloadFill::choose($all, 0))
        ->toBe([]);
});

it('refuses capacities and efforts that make no sense', function (): void {
    expect(fn () => WorkloadFill::choose([], -1))
        ->toThrow(InvalidArgumentException::class)
        ->and(fn () => WorkloadFill::choose([], 20001))
        ->toThrow(InvalidArgumentException::class)
        ->and(fn () => WorkloadFill::choose([['id' => 1, 'worth' => 1.0, 'effort' => 0]], 5))
        ->toThrow(InvalidArgumentException::class);
});

it('tells how sure a rate is, after Wilson', function (): void {
    // Of 10 in 100 at z = 1.2816: (0.1 + z²/200 ± z √(0.09/100 + z²/40000)) / (1 + z²/100).
    $range = RateRange::of(10, 100);
    expect($range?->rate)
        ->toBe(0.1)
        ->and($range?->low)
        ->toEqualWithDelta(0.06778, 1e-4)
        ->and($range?->high)
        ->toEqualWithDelta(0.14516, 1e-4)
        ->and(RateRange::of(0, 0))
        ->toBeNull()
        ->and(RateRange::of(0, 50)?->low)
        ->toBe(0.0)
        ->and(RateRange::of(0, 50)?->high)
        ->toBeGreaterThan(0.02)
        ->and(RateRange::of(7, 5)?->rate)
        ->toBe(1.0);
    // One click of three impressions says little.
    expect(RateRange::of(1, 3)?->high - RateRange::of(1, 3)?->low)->toBeGreaterThan(0.5);
});

it('holds the rate of a coin in four of five ranges', function (): void {
    $chance = new Chance(13);
    $held = 0;
    for ($i = 0; $i < 2000; $i++) {
        $clicks = 0;
        for ($n = 0; $n < 120; $n++) {
            $clicks += $chance->uniform() < 0.08 ? 1 : 0;
        }
        $range = RateRange::of($clicks, 120);
        $held += $range !== null && $range->low <= 0.08 && $range->high >= 0.08 ? 1 : 0;
    }
    expect($held / 2000)
        ->toBeGreaterThan(0.74)
        ->toBeLessThan(0.87);
});

<?php

declare(strict_types=1);

use Orchard\Core\Outcome\FalseDiscoveries;
use Orchard\Core\Outcome\KeptShare;
use Orchard\Core\Outcome\Outcome;
use Orchard\Core\Outcome\Verdict;

it('speaks a verdict of thirty pages and more, and of what chance seldom does', function (
    int $pages,
    float $came,
    float $error,
    Verdict $verdict,
): void {
    expect((new Outcome($pages, $came, 1000, $error, 1000))->verdict())->toBe($verdict);
})->with([
    [29, 5000, 1, Verdict::Few],
    [30, 5000, 1, Verdict::Earned],
    [30, 10, 1, Verdict::Lost],
    // Of the normal law 1.96 errors are passed once in twenty times.
    [30, 1195, 100, Verdict::None],
    [30, 1197, 100, Verdict::Earned],
    [30, 805, 100, Verdict::None],
    [30, 803, 100, Verdict::Lost],
    [30, 1000, 0, Verdict::None],
]);

it('holds the truth nine times in ten, as the tables of Student’s law have it', function (
    float $freedom,
    float $bound,
): void {
    $outcome = new Outcome(50, 1300, 1000, 40, $freedom);
    expect($outcome->gain())
        ->toBe(300.0)
        ->and($outcome->reach())
        ->toEqualWithDelta(40 * $bound, 0.02)
        ->and($outcome->low())
        ->toEqualWithDelta(300 - 40 * $bound, 0.02)
        ->and($outcome->high())
        ->toEqualWithDelta(300 + 40 * $bound, 0.02);
    // Fewer than two degrees of freedom are taken as two.
})->with([[2, 2.92], [1, 2.92], [5, 2.015], [30, 1.697], [1e6, 1.645]]);

it('tells the smallest effect that would be seen four times in five', function (): void {
    // 1.96 errors to be told, 0.8416 more so that it is told in 80 of 100.
    expect((new Outcome(50, 0, 1000, 100, 1e6))->smallest())
        ->toEqualWithDelta(0.28016, 0.0002)
        ->and((new Outcome(50, 0, 0, 100, 1e6))->smallest())
        ->toBe(INF)
        ->and((new Outcome(50, 0, 2000, 100, 1e6))->smallest())
        ->toEqualWithDelta(0.14008, 0.0001);
});

it('tells how likely chance alone does as much', function (): void {
    $chance = static fn (float $came): float => (new Outcome(50, $came, 1000, 100, 1e6))->chance();
    expect($chance(1000))
        ->toEqualWithDelta(1.0, 1e-6)
        ->and($chance(1100))
        ->toEqualWithDelta(0.3173, 0.0005)
        ->and($chance(900))
        ->toEqualWithDelta($chance(1100), 1e-9)
        ->and($chance(1300))
        ->toEqualWithDelta(0.0027, 0.0001)
        ->and((new Outcome(50, 7, 3, 0, 9))->chance())
        ->toBe(1.0);
});

it('keeps what was assumed where nothing is known, and leans less on it the more is', function (): void {
    $none = KeptShare::of([], 0.8);
    expect($none->share)
        ->toBe(0.8)
        ->and($none->changes)
        ->toBe(0)
        ->and($none->low())
        ->toEqualWithDelta(0.8 - 1.645 * 0.35, 1e-9)
        ->and($none->high())
        ->toEqualWithDelta(0.8 + 1.645 * 0.35, 1e-9);
    // One change as sure as the assumption: its share lies in the middle between both.
    $one = KeptShare::of([['promised' => 100.0, 'gain' => 40.0, 'error' => 35.0]], 0.8);
    expect($one->share)
        ->toEqualWithDelta(0.6, 1e-9)
        ->and($one->high() - $one->low())
        ->toEqualWithDelta((2 * 1.645 * 0.35) / sqrt(2), 1e-9);
    // What promised nothing, or has no error, tells nothing.
    foreach (
        [['promised' => 0.0, 'gain' => 40.0, 'error' => 35.0], ['promised' => 10.0, 'gain' => 4.0, 'error' => 0.0]] as $empty
    ) {
        expect(KeptShare::of([$empty], 0.8))->changes->toBe(0)->share->toBe(0.8);
    }
});

it('takes changes that differ more than chance explains for less sure', function (): void {
    $alike = $apart = [];
    foreach ([0.4, 0.4, 0.4, 0.4] as $share) {
        $alike[] = ['promised' => 100.0, 'gain' => 100 * $share, 'error' => 5.0];
    }
    foreach ([0.0, 0.8, -0.2, 1.0] as $share) {
        $apart[] = ['promised' => 100.0, 'gain' => 100 * $share, 'error' => 5.0];
    }
    [$alike, $apart] = [KeptShare::of($alike, 0.8), KeptShare::of($apart, 0.8)];
    expect($alike->share)
        ->toEqualWithDelta(0.4, 0.01)
        ->and($apart->share)
        ->toBeGreaterThan($alike->share)
        ->and($apart->high() - $apart->low())
        ->toBeGreaterThan(4 * ($alike->high() - $alike->low()));
});

it('says how many of many verdicts are luck', function (): void {
    // Twenty that are nothing: of those one is told at one in twenty.
    $nothing = array_map(static fn (int $i): float => ($i + 0.5) / 20, range(0, 19));
    expect(FalseDiscoveries::among($nothing))
        ->toEqualWithDelta(1.0, 0.35)
        // Sure ones are no luck, but for what chance adds to all.
        ->and(FalseDiscoveries::among(array_fill(0, 20, 0.0001)))
        ->toBeLessThan(0.3)
        ->and(FalseDiscoveries::among([]))
        ->toBe(0.0)
        ->and(FalseDiscoveries::among([0.9, 0.8]))
        ->toBe(0.0);
});

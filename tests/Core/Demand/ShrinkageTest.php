<?php

declare(strict_types=1);

use Orchard\Core\Demand\GammaLaw;
use Orchard\Core\Demand\Isotonic;
use Orchard\Core\Demand\RateShrinkage;

it('fits what R fits, with weights as repeated rows', function (): void {
    foreach ((array) json_decode((string) file_get_contents(__DIR__.'/fixtures/isotonic.json'), true) as $case) {
        $fit = Isotonic::nonIncreasing($case['values'], array_values(array_map(floatval(...), $case['weights'])));
        foreach ($fit as $i => $value) {
            expect(abs($value - $case['fit'][$i]))->toBeLessThan(1e-9);
        }
    }
});

it('fits what the min-max formula says, and changes nothing that is in order', function (): void {
    mt_srand(11);
    for ($case = 0; $case < 200; $case++) {
        $n = mt_rand(1, 12);
        $values = array_map(static fn (): float => mt_rand(0, 1000) / 100, range(1, $n));
        $weights = array_map(static fn (): float => mt_rand(1, 500) / 100, range(1, $n));
        $mean = static fn (int $from, int $to): float => array_sum(
            array_map(static fn (int $i): float => $values[$i] * $weights[$i], range($from, $to)),
        ) / array_sum(array_slice($weights, $from, $to - $from + 1));
        $fit = Isotonic::nonIncreasing($values, $weights);
        for ($i = 0; $i < $n; $i++) {
            $formula = min(
                array_map(
                    static fn (int $from): float => max(
                        array_map(static fn (int $to): float => $mean($from, $to), range($i, $n - 1)),
                    ),
                    range(0, $i),
                ),
            );
            expect(abs($fit[$i] - $formula))->toBeLessThan(1e-9);
        }
        expect(Isotonic::nonIncreasing($fit, $weights))->toEqualWithDelta($fit, 1e-12);
    }
    expect(fn () => Isotonic::nonIncreasing([1.0], []))->toThrow(InvalidArgumentException::class);
});

// Values from R: pgamma(x, shape), integrate((1 - x) * dgamma(x, shape, rate)), and optimize over the sum of dnbinom.
it('knows the gamma law as R does', function (): void {
    foreach (
        [
            [0.02, 0.3, 0.9818262092794642],
            [2.5, 2.0, 0.4505840486472198],
            [40.0, 50.0, 0.9354296310788671],
            [1000.0, 900.0, 0.00054990226571178],
        ] as [$shape, $x, $p]
    ) {
        expect(GammaLaw::lower($shape, $x))->toEqualWithDelta($p, 1e-11);
    }
    foreach (
        [
            [2.0, 2.0, 0.270670566473225],
            [0.5, 0.5, 0.483941449038286],
            [40.0, 50.0, 0.204285631173236],
            [3.0, 1.0, 0.023336926442933],
        ] as [$shape, $rate, $missing]
    ) {
        expect((new GammaLaw($shape, $rate))->shortfall(1.0))->toEqualWithDelta($missing, 1e-9);
    }
    expect(GammaLaw::logGamma(5.0))
        ->toEqualWithDelta(log(24), 1e-12)
        ->and(GammaLaw::logGamma(0.5))
        ->toEqualWithDelta(log(sqrt(M_PI)), 1e-12);
});

it('finds the strength at which the marginal likelihood is highest, as R does', function (): void {
    $counts = [[0, 1], [1, 2], [3, 2.5], [0, 0.5], [7, 3], [2, 4], [0, 1], [12, 6], [5, 9], [1, 0.2]];
    $fit = RateShrinkage::fit(array_map(static fn (array $one): array => [(float) $one[0], (float) $one[1]], $counts));
    expect($fit->mean)
        ->toEqualWithDelta(1.06164383562, 1e-10)
        ->and($fit->strength)
        ->toEqualWithDelta(3.6984030987, 0.02 * 3.7)
        ->and($fit->posterior(5, 2)->mean())
        ->toEqualWithDelta(($fit->strength + 5) / ($fit->strength / $fit->mean + 2), 1e-12);
});

it('takes all as alike where they are, and each for itself where they are not', function (): void {
    mt_srand(5);
    $alike = $apart = [];
    for ($i = 0; $i < 400; $i++) {
        $alike[] = [(float) mt_rand(18, 22), 20.0];
        $apart[] = [(float) ($i % 2 === 0 ? mt_rand(0, 1) : mt_rand(60, 90)), 20.0];
    }
    expect(RateShrinkage::fit($alike)->strength)
        ->toBeGreaterThan(1000)
        ->and(RateShrinkage::fit($apart)->strength)
        ->toBeLessThan(2)
        ->and(RateShrinkage::fit([])->mean)
        ->toBeGreaterThan(0)
        ->and(
            RateShrinkage::fit([[0.0, 5.0], [0.0, 9.0]])
                ->posterior(0, 100)
                ->mean(),
        )
        ->toBeGreaterThanOrEqual(0);
});

<?php

declare(strict_types=1);

use Orchard\Core\Demand\Assumptions;
use Orchard\Core\Demand\ClickCurve;
use Orchard\Core\Demand\Evidence;
use Orchard\Core\Demand\GammaLaw;
use Orchard\Core\Demand\Isotonic;
use Orchard\Core\Demand\RateShrinkage;
use Orchard\Core\Demand\Span;
use Orchard\Core\Demand\StoreModel;
use Orchard\Core\Demand\Visibility;
use Orchard\Core\Demand\WorkloadFill;
use Orchard\Core\Demand\WorthFit;

// From R: pgamma(x, a).
it('has the incomplete gamma function of another program', function (float $a, float $x, float $wanted): void {
    expect(abs(GammaLaw::lower($a, $x) - $wanted))
        ->toBeLessThan(2e-10)
        ->and((new GammaLaw($a, 2.0))->below($x / 2))
        ->toBe(GammaLaw::lower($a, $x));
})->with([
    [0.5, 0.1, 0.345279153981],
    [0.5, 1.0, 0.84270079295],
    [0.5, 3.0, 0.985694121565],
    [0.5, 12.0, 0.999999036643],
    [1.0, 0.1, 0.095162581964],
    [1.0, 1.0, 0.632120558829],
    [1.0, 3.0, 0.950212931632],
    [2.5, 0.1, 0.000886138788812],
    [2.5, 1.0, 0.150854963915],
    [2.5, 3.0, 0.693781081587],
    [2.5, 12.0, 0.999782887057],
    [10.0, 3.0, 0.00110248813012],
    [10.0, 12.0, 0.757607838329],
    [10.0, 75.0, 1.0],
    [80.0, 75.0, 0.296798600368],
    [3.0, 0.0, 0.0],
    [3.0, -1.0, 0.0],
]);

it('has moments and shortfalls that adding up the law gives', function (float $shape, float $rate, float $bound): void {
    $law = new GammaLaw($shape, $rate);
    [$mass, $mean, $second, $short] = [0.0, 0.0, 0.0, 0.0];
    $step = 60 / $rate / 200_000;
    for ($i = 0, $before = 0.0; $i < 200_000; $i++) {
        $x = ($i + 0.5) * $step;
        $below = $law->below(($i + 1) * $step);
        [$part, $before] = [$below - $before, $below];
        $mass += $part;
        $mean += $part * $x;
        $second += $part * $x ** 2;
        $short += $part * max(0.0, $bound - $x);
        if ($below > 1 - 1e-13) {
            break;
        }
    }
    expect($mass)
        ->toEqualWithDelta(1.0, 1e-6)
        ->and($law->mean())
        ->toEqualWithDelta($mean, 1e-4 * $mean)
        ->and($law->shape / $law->rate ** 2)
        ->toEqualWithDelta($second - $mean ** 2, 1e-3 * ($second - $mean ** 2))
        ->and($law->shortfall($bound))
        ->toEqualWithDelta($short, 1e-4);
})->with([[2.0, 1.0, 1.5], [8.0, 8.0, 1.0], [1.0, 0.5, 4.0], [20.0, 10.0, 1.0]]);

// From R's Iso::pava, turned round.
it('has the nearest sequence that never rises', function (): void {
    $fit = Isotonic::nonIncreasing(
        [9.0, 7.0, 8.0, 8.0, 3.0, 5.0, 1.0, 4.0, 4.0, 2.0],
        [1.0, 2.0, 1.0, 3.0, 1.0, 1.0, 2.0, 1.0, 1.0, 5.0],
    );
    expect(array_map(static fn (float $one): float => round($one, 9), $fit))
        ->toBe([9.0, 7.666666667, 7.666666667, 7.666666667, 4.0, 4.0, 2.5, 2.5, 2.5, 2.0])
        ->and(Isotonic::nonIncreasing([3.0, 2.0, 2.0, 1.0], [1.0, 1.0, 1.0, 1.0]))
        ->toBe([3.0, 2.0, 2.0, 1.0])
        ->and(Isotonic::nonIncreasing([], []))
        ->toBe([])
        ->and(fn () => Isotonic::nonIncreasing([1.0], []))
        ->toThrow(InvalidArgumentException::class, '1 values have 0 weights.');
});

it(
    'sees all searches at the top, half of them at position 12, and infers five times what is seen at most',
    function (): void {
        expect(Visibility::seen(12.0))
            ->toBe(0.5)
            ->and(Visibility::seen(0.2))
            ->toBe(Visibility::seen(1.0))
            ->and(round(Visibility::seen(1.0), 6))
            ->toBe(round(144 / 145, 6))
            ->and(Visibility::demand(100.0, 12.0))
            ->toBe(200.0)
            ->and(Visibility::demand(100.0, 24.0))
            ->toBe(500.0)
            ->and(Visibility::demand(100.0, 90.0))
            ->toBe(500.0)
            ->and(Visibility::demand(100.0, 6.0))
            ->toBe(125.0);
    },
);

it('halves its promises with difficulty and way, and lets them fade about the deepest position', function (): void {
    $as = new Assumptions();
    expect($as->probability(0.0, 3.0))
        ->toBe(0.0)
        ->and($as->ease(0.0, 3.0))
        ->toBe(0.0)
        ->and($as->ease(0.0, 2.0))
        ->toBe(0.0)
        ->and(round($as->ease(35.0, 18.0 - 1e-9, 3.0), 6))
        ->toBe(round((0.25 * (24 - 18)) / 8, 6))
        ->and($as->probability(null, 8.0))
        ->toBe(0.5 * $as->ease(40.0, 8.0))
        ->and($as->ease(0.0, 24.0))
        ->toBe(0.0)
        ->and(round($as->ease(0.0, 16.0) / $as->ease(0.0, 15.0), 6))
        ->toBe(round(0.5 ** (1 / 15), 6))
        ->and($as->ease(0.0, 10.0, 1.0))
        ->toBe(0.5 ** (9 / 15))
        ->and($as->topProbability(0.0, 3.0))
        ->toBe(0.3 * 0.5)
        ->and($as->topProbability(0.0, 3.5))
        ->toBe(0.3 * 0.5 * 0.5)
        ->and($as->topProbability(35.0, 1.0))
        ->toBe(0.3 * 0.5 * 0.5)
        ->and($as->topProbability(0.0, 4.0))
        ->toBe(0.0)
        ->and($as->topProbability(null, 1.0))
        ->toBe(0.3 * 0.5 * 0.5 ** (40 / 35))
        ->and((new Assumptions(liftFalloff: 0.0, liftReach: 0.0))->ease(1.0, 4.0))
        ->toBe(0.25);
});

it(
    'cuts positions into bins that are equally wide in their logarithm, and runs straight between their middles',
    function (): void {
        expect(ClickCurve::bin(0.0))
            ->toBe(0)
            ->and(ClickCurve::bin(1.0))
            ->toBe(0)
            ->and(ClickCurve::bin(exp(0.1) + 1e-9))
            ->toBe(1)
            ->and(ClickCurve::bin(100.0))
            ->toBe(45)
            ->and(ClickCurve::bin(1e6))
            ->toBe(45)
            ->and(ClickCurve::assumed(1.0))
            ->toBe(0.27)
            ->and(ClickCurve::assumed(0.1))
            ->toBe(0.27)
            ->and(round(ClickCurve::assumed(10.0), 8))
            ->toBe(round(0.27 * 10 ** -1.05, 8));
        $middles = array_map(ClickCurve::middle(...), range(0, 45));
        $curve = new ClickCurve(
            [array_map(ClickCurve::assumed(...), $middles), array_fill(0, 46, 0.5), array_fill(0, 46, 0.5)],
            [],
            12.0,
        );
        foreach ([1.06, 2.0, 7.7, 43.0, 90.0] as $position) {
            // A power law is straight in both logarithms, so that it is met everywhere.
            expect($curve->rate($position))->toEqualWithDelta(ClickCurve::assumed($position), 1e-9);
        }
        expect($curve->rate(0.5))
            ->toBe($curve->rates[0][0])
            ->and($curve->rate(1000.0))
            ->toBe($curve->rates[0][45])
            ->and($curve->rate(3.0, 2))
            ->toEqualWithDelta(0.5, 1e-12)
            ->and($curve->rate(3.0, 3))
            ->toBe($curve->rate(3.0, 0));
    },
);

it('counts weeks into spans from the first to the last', function (): void {
    foreach (
        [
            0 => 0,
            3 => 0,
            4 => 1,
            7 => 1,
            8 => 2,
            12 => 2,
            13 => 3,
            25 => 3,
            26 => 4,
            39 => 5,
            47 => 5,
            48 => 6,
            51 => 6,
            52 => 7,
            56 => 8,
            65 => 9,
            77 => 9,
            78 => 10,
            103 => 10,
        ] as $weeks => $span
    ) {
        expect(Span::of($weeks))->toBe($span, "$weeks weeks back");
    }
    expect(Span::now(52))
        ->toBe([0, 1, 2, 3, 4, 5, 6])
        ->and(Span::before(26))
        ->toBe([4, 5, 6])
        ->and(Span::yearEarlier(52))
        ->toBe([7, 8, 9, 10]);
});

it(
    'fills in order of worth for effort behind the first two hundred, and prefers the earlier of equals',
    function (): void {
        $same = array_map(static fn (int $id): array => ['id' => $id, 'worth' => 10.0, 'effort' => 10], range(1, 300));
        expect(WorkloadFill::choose(array_reverse($same), 25))
            ->toHaveCount(2)
            ->and(WorkloadFill::choose($same, 2500))
            ->toBe(range(1, 250))
            ->and(WorkloadFill::choose($same, WorkloadFill::MOST))
            ->toBe(range(1, 300))
            ->and(WorkloadFill::choose([['id' => 1, 'worth' => 0.0, 'effort' => 1]], 5))
            ->toBe([])
            ->and(WorkloadFill::choose([['id' => 7, 'worth' => 1.0, 'effort' => 5]], 5))
            ->toBe([7]);
    },
);

it('comes back from JSON as it was, and from an empty one with what is assumed', function (): void {
    $model = new StoreModel(
        new ClickCurve([[0.3, 0.2], [0.25, 0.15]], [[0.1, 0.4], [0.05, 0.3]], 812.0),
        [0 => 1.1, 3 => 0.6],
        new RateShrinkage(1.0, 6.5),
        0.07,
        [0 => new RateShrinkage(0.02, 3.0), 4 => new RateShrinkage(0.03, 5.0)],
        [0 => [48.0, 0.3, 0.9], 4 => [60.0, 0.2, 0.8]],
        [0 => [1.0, 1.0, 0.01, 0.02], 17 => [1.4, 0.8, 0.03, 0.04], -5 => [0.9, 1.2, 0.05, 0.06]],
        1.15,
        28.0,
    );
    $json = (string) json_encode($model->toArray());
    expect(StoreModel::fromArray((array) json_decode($json, true)))->toEqual($model);
    $empty = StoreModel::fromArray([
        'orders' => ['x'],
        'order_values' => [2 => []],
        'groups' => [3 => null],
        'classes' => [1 => '?'],
    ]);
    expect($empty->ratios)
        ->toEqual(new RateShrinkage(1.0, 8.0))
        ->and([$empty->querySpread, $empty->season, $empty->days])
        ->toBe([0.05, 1.0, 91.0])
        ->and($empty->orders)
        ->toEqual([0 => new RateShrinkage(0.01, 2.0)])
        ->and($empty->orderValues)
        ->toBe([2 => [0.0, 0.0, 0.0]])
        ->and($empty->groups)
        ->toBe([3 => [1.0, 1.0, 0.0, 0.0]])
        ->and($empty->classes)
        ->toBe([1 => 1.0])
        ->and($empty->tellsMoney())
        ->toBeFalse()
        ->and($model->tellsMoney())
        ->toBeTrue();
});

// From R: qgamma(pnorm(z), shape, rate = 2).
it('has the quantiles of another program', function (float $shape, float $normal, float $wanted): void {
    expect((new GammaLaw($shape, 2.0))->at($normal))->toEqualWithDelta($wanted, 0.008 * max(1.0, $wanted));
})->with([
    [1.5, -1.0, 0.208472752532],
    [1.5, 0.0, 0.591493471094],
    [1.5, 1.5, 1.79136223252],
    [4.0, -1.0, 1.04283040689],
    [4.0, 0.0, 1.83603037443],
    [4.0, 1.5, 3.65686393133],
    [20.0, -1.0, 7.78277600889],
    [20.0, 0.0, 9.83383621165],
    [20.0, 1.5, 13.5398790934],
]);

it('leaves the law of ratios as it was where nothing was to be expected', function (): void {
    $model = StoreModel::fromArray(['ratios' => [1.0, 6.5]]);
    $law = $model->ratioLaw(0.0, 0.0, 0.0);
    expect($law->mean())
        ->toEqualWithDelta($model->ratios->mean, 1e-12)
        ->and($law->shape)
        ->toEqualWithDelta($model->ratios->posterior(0.0, 0.0)->shape, 1e-12);
    // Ten clicks of ten expected say as much as there were queries to say it.
    $variance = static fn (GammaLaw $law): float => $law->shape / $law->rate ** 2;
    expect($variance($model->ratioLaw(10.0, 10.0, 100.0)))->toBeGreaterThan(
        $variance($model->ratioLaw(10.0, 10.0, 10.0)),
    );
});

it('learns what a click brings on each kind of page, leaned on all of them', function (): void {
    $fit = new WorthFit();
    // Products: 20 orders of 1,000 clicks, 2,000 in all; articles: 2 of 1,000, 60 in all.
    $fit->add(new Evidence(1, 3, 0, [], 1000, 20, 2000.0));
    $fit->add(new Evidence(2, 4, 0, [], 1000, 2, 60.0));
    [$orders, $values] = $fit->fit();
    $rate = 22 / 2000;
    $value = 2060 / 22;
    expect($orders[0]->mean)
        ->toEqualWithDelta($rate, 1e-12)
        ->and($orders[3]->mean)
        ->toEqualWithDelta(20.5 / (1000 + 0.5 / $rate), 1e-12)
        ->and($orders[4]->mean)
        ->toEqualWithDelta(2.5 / (1000 + 0.5 / $rate), 1e-12)
        ->and($values[0][0])
        ->toEqualWithDelta($value, 1e-9)
        ->and($values[3][0])
        ->toEqualWithDelta((2000 + 3 * $value) / 23, 1e-9)
        ->and($values[4][0])
        ->toEqualWithDelta((60 + 3 * $value) / 5, 1e-9);
});

it('learns of a home page alone from the home page, and of nothing nothing', function (): void {
    $fit = new WorthFit();
    $fit->add(new Evidence(1, 1, 0, [], 200, 4, 100.0, isHome: true));
    [$orders, $values] = $fit->fit();
    expect($orders[0]->mean)
        ->toEqualWithDelta(4 / 200, 1e-12)
        ->and($values[0][0])
        ->toEqualWithDelta(25.0, 1e-9);
    [$orders, $values] = (new WorthFit())->fit();
    expect($orders[0]->mean)
        ->toEqualWithDelta(0.01, 1e-12)
        ->and($values)
        ->toBe([0 => [0.0, 0.0, 0.0]]);
    $unsold = new WorthFit();
    $unsold->add(new Evidence(1, 3, 0, [], 200, 0, 0.0));
    expect($unsold->fit()[1])->toBe([0 => [0.0, 0.0, 0.0]]);
});

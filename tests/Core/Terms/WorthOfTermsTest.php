<?php

declare(strict_types=1);

use Orchard\Core\Demand\ClickCurve;
use Orchard\Core\Terms\BuyerFit;
use Orchard\Core\Terms\PairFacts;
use Orchard\Core\Terms\PairWorth;
use Orchard\Core\Terms\PositionBand;
use Orchard\Core\Terms\Reach;

it('puts an average position into the band of the place that it is nearest to', function (
    float $position,
    PositionBand $band,
): void {
    expect(PositionBand::of($position))->toBe($band);
})->with([
    [1.0, PositionBand::Top],
    [3.499, PositionBand::Top],
    [3.5, PositionBand::FirstTen],
    [10.499, PositionBand::FirstTen],
    [10.5, PositionBand::SecondTen],
    [20.499, PositionBand::SecondTen],
    [20.5, PositionBand::ToFifty],
    [50.499, PositionBand::ToFifty],
    [50.5, PositionBand::Beyond],
    [900.0, PositionBand::Beyond],
]);

it('has bands that follow one another, each with a name of its own', function (): void {
    $ends = array_map(static fn (PositionBand $band): ?int => $band->end(), PositionBand::cases());
    expect($ends)->toBe([3_500, 10_500, 20_500, 50_500, null]);
    foreach (array_slice($ends, 0, 4) as $nth => $end) {
        expect(PositionBand::of(($end - 1) / 1000))
            ->toBe(PositionBand::cases()[$nth])
            ->and(PositionBand::of($end / 1000))
            ->toBe(PositionBand::cases()[$nth + 1]);
    }
    $labels = array_map(static fn (PositionBand $band): string => $band->label(), PositionBand::cases());
    expect($labels)->toBe(['1 to 3', '4 to 10', '11 to 20', '21 to 50', 'beyond 50']);
});

it('weighs how many products of a page somebody would buy', function (
    int $fitting,
    int $stocked,
    array $unknown,
    float $weight,
    bool $isLow,
): void {
    $fit = new BuyerFit($fitting, $stocked, array_values($unknown), []);
    expect($fit->weight())->toEqualWithDelta($weight, 1e-9)->and($fit->isLow())->toBe($isLow);
})->with([
    'all' => [10, 10, [], 1.0, false],
    'half are as good as all' => [5, 10, [], 1.0, false],
    'a quarter' => [5, 20, [], 0.55, false],
    'a fifth is not few yet' => [2, 10, [], 0.1 + 0.9 * 0.4, false],
    'a tenth is' => [1, 10, [], 0.1 + 0.9 * 0.2, true],
    'none' => [0, 10, [], 0.1, true],
    'none, but a word that the store does not write' => [0, 10, ['settee'], 0.1 + 0.9 * 0.3, true],
    'more than such a word makes' => [4, 10, ['settee'], 0.1 + 0.9 * 0.8, false],
    'no product in stock' => [0, 0, [], 1.0, false],
    'nor that, with such a word' => [0, 0, ['settee'], 0.5, false],
]);

it('reckons the worth of a pair from the factors that it shows', function (): void {
    $pair = new PairFacts(1000.0, 40.0, 0.8, 0.5, 0.6, null, null, 0.0, 2.0);
    $worth = PairWorth::of($pair, new Reach());
    $product = 1.0;
    foreach ($worth->factors as [, $factor]) {
        $product *= $factor;
    }
    // An even chance of the third place, else where nothing is seen; nothing of the search engine's opinion.
    $rate = 0.5 * ClickCurve::assumed(3.0) + 0.5 * ClickCurve::assumed(40.0);
    expect($worth->money)
        ->toEqualWithDelta($product, 1e-9)
        ->and($worth->money)
        ->toEqualWithDelta(1000 * $rate * 0.8 * 0.5 * 0.6 * 2.0, 1e-9)
        ->and(array_column($worth->factors, 0))
        ->toBe([
            'searches',
            'click rate within reach',
            'relevance',
            'kind of page',
            'products that fit',
            'value of a click',
        ]);
});

it('takes the place where a page is seen for a proof, of its reach and of its relevance', function (): void {
    $at = static fn (?float $position, ?float $others, float $share = 1.0): PairWorth => PairWorth::of(
        new PairFacts(1000.0, 40.0, 0.5, 0.5, 0.5, $position, $others, $share, 1.0),
        new Reach(),
    );
    // At 12: the odds that are left, less six tenths of half of them; words fill up by 0.6 / (1 + 1.2 squared).
    $chance = 0.5 + 0.5 * 0.6 * 0.5;
    $engine = 1 / (1 + 1.44);
    $expected =
        1000 *
        ($chance * ClickCurve::assumed(3.0) + (1 - $chance) * ClickCurve::assumed(12.0)) *
        (0.5 + 0.5 * 0.6 * $engine) *
        (0.5 + 0.5 * 0.35 * $engine) ** 2;
    expect($at(12.0, null)->money)->toEqualWithDelta($expected, 1e-6);
    // Of another page at 5, this one says half of the term: it is supposed three places and half of thirty below.
    $now = 5 + 3 + 15.0;
    $chance = 0.5 + 0.5 * 0.25 * (1 / (1 + ($now / 12) ** 2));
    $expected = 1000 * ($chance * ClickCurve::assumed(3.0) + (1 - $chance) * ClickCurve::assumed($now)) * 0.5 * 0.25;
    expect($at(null, 5.0)->money)->toEqualWithDelta($expected, 1e-6);
    // It is never supposed below where nothing is seen, and who stands first is not brought down to the third place.
    $rate = static fn (PairWorth $worth): float => $worth->factors[1][1];
    expect($rate($at(1.0, null)))
        ->toEqualWithDelta(ClickCurve::assumed(1.0), 1e-9)
        ->and($rate($at(null, 39.0)))
        ->toBeGreaterThanOrEqual($rate($at(null, null)))
        ->and($at(12.0, null, 0.25)->money)
        ->toBeLessThan($at(12.0, null)->money);
});

it('assumes an even chance at forty of a hundred, and says how odds change from there', function (): void {
    $reach = new Reach();
    expect($reach->isLearned())
        ->toBeFalse()
        ->and($reach->chance(40.0))
        ->toEqualWithDelta(0.5, 1e-9)
        ->and($reach->chance(28.0))
        ->toEqualWithDelta(1 / (1 + exp(-1)), 1e-9)
        ->and($reach->chance(52.0))
        ->toEqualWithDelta(1 / (1 + exp(1)), 1e-9);
});

it('learns the reach of a store from two hundred terms on', function (float $middle, float $spread): void {
    mt_srand(3);
    $told = [];
    for ($i = 0; $i < 4000; $i++) {
        $difficulty = mt_rand(0, 1000) / 10;
        $told[] = [$difficulty, mt_rand() / mt_getrandmax() < 1 / (1 + exp(($difficulty - $middle) / $spread))];
    }
    $reach = Reach::learn($told);
    expect($reach->isLearned())
        ->toBeTrue()
        ->and($reach->terms)
        ->toBe(4000)
        ->and($reach->middle)
        ->toEqualWithDelta($middle, 2.0)
        ->and($reach->spread)
        ->toEqualWithDelta($spread, 0.15 * $spread + 0.5);
    expect(Reach::learn(array_slice($told, 0, 199))->isLearned())
        ->toBeFalse()
        ->and(Reach::learn(array_slice($told, 0, 200))->isLearned())
        ->toBeTrue();
})->with([[30.0, 8.0], [55.0, 12.0], [40.0, 20.0]]);

it('does not run away where everything, or nothing, is among the first', function (bool $isSeen): void {
    $told = array_map(static fn (int $i): array => [(float) ($i % 100), $isSeen], range(0, 399));
    $reach = Reach::learn($told);
    foreach ([0.0, 50.0, 100.0] as $difficulty) {
        expect($reach->chance($difficulty))->toBeGreaterThanOrEqual(0.0)->toBeLessThanOrEqual(1.0);
    }
    expect($reach->chance(20.0))
        ->toBeGreaterThanOrEqual($reach->chance(80.0))
        ->and(is_finite($reach->middle))
        ->toBeTrue();
})->with([true, false]);

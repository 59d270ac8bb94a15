<?php

declare(strict_types=1);

use Orchard\Core\Demand\Chance;
use Orchard\Core\Demand\ChangeParts;
use Orchard\Core\Demand\ClickCurve;
use Orchard\Core\Demand\SeasonFactor;
use Orchard\Core\Demand\Visibility;

function assumedCurve(): ClickCurve
{
    return new ClickCurve(
        [
            array_map(
                static fn (int $bin): float => ClickCurve::assumed(ClickCurve::middle($bin)),
                range(0, ClickCurve::BINS - 1),
            ),
        ],
        [],
        0,
    );
}

/** @return array{clicks: float, impressions: float, position: float} */
function seen(float $clicks, float $impressions, float $position): array
{
    return ['clicks' => $clicks, 'impressions' => $impressions, 'position' => $position];
}

it('takes a change apart so that the parts add up to it, whatever changed', function (): void {
    $chance = new Chance(5);
    for ($i = 0; $i < 300; $i++) {
        $before = seen($chance->whole(0, 400), $chance->whole(400, 9000), 1 + 40 * $chance->uniform());
        $now = seen($chance->whole(0, 400), $chance->whole(400, 9000), 1 + 40 * $chance->uniform());
        $parts = ChangeParts::ofQuery($before, $now, assumedCurve());
        $back = ChangeParts::ofQuery($now, $before, assumedCurve());
        expect($parts->total())
            ->toEqualWithDelta($now['clicks'] - $before['clicks'], 1e-9)
            ->and($back->demand)
            ->toEqualWithDelta(-$parts->demand, 1e-9)
            ->and($back->position)
            ->toEqualWithDelta(-$parts->position, 1e-9)
            ->and($back->rate)
            ->toEqualWithDelta(-$parts->rate, 1e-9);
    }
});

it('equals the average over all six orders in which the factors may change', function (): void {
    $curve = assumedCurve();
    [$before, $now] = [seen(120, 4000, 3.2), seen(45, 5200, 7.9)];
    $of = static fn (array $one): array => [
        $one['impressions'] / Visibility::seen($one['position']),
        Visibility::seen($one['position']) * $curve->rate($one['position']),
        $one['clicks'] / $one['impressions'] / $curve->rate($one['position']),
    ];
    [$a, $b] = [$of($before), $of($now)];
    $sums = [0.0, 0.0, 0.0];
    foreach ([[0, 1, 2], [0, 2, 1], [1, 0, 2], [1, 2, 0], [2, 0, 1], [2, 1, 0]] as $order) {
        $at = $a;
        foreach ($order as $factor) {
            $was = array_product($at);
            $at[$factor] = $b[$factor];
            $sums[$factor] += (array_product($at) - $was) / 6;
        }
    }
    $parts = ChangeParts::ofQuery($before, $now, $curve);
    expect($parts->demand)
        ->toEqualWithDelta($sums[0], 1e-9)
        ->and($parts->position)
        ->toEqualWithDelta($sums[1], 1e-9)
        ->and($parts->rate)
        ->toEqualWithDelta($sums[2], 1e-9);
});

it('blames the one factor that changed', function (): void {
    $half = ChangeParts::ofQuery(seen(100, 2000, 4), seen(50, 1000, 4), assumedCurve());
    expect($half->demand)
        ->toEqualWithDelta(-50, 1e-9)
        ->and($half->position)
        ->toEqualWithDelta(0, 1e-9)
        ->and($half->rate)
        ->toEqualWithDelta(0, 1e-9);
    $text = ChangeParts::ofQuery(seen(100, 2000, 4), seen(40, 2000, 4), assumedCurve());
    expect($text->rate)
        ->toEqualWithDelta(-60, 1e-9)
        ->and($text->demand)
        ->toEqualWithDelta(0, 1e-9);
    expect(ChangeParts::ofQuery(seen(7, 90, 4), null, assumedCurve()))
        ->went->toBe(-7.0)
        ->total()
        ->toBe(-7.0)
        ->and(ChangeParts::ofQuery(null, seen(7, 90, 4), assumedCurve()))
        ->came->toBe(7.0);
});

it('leans a season on the wider group by how little was seen', function (): void {
    // 13 weeks of 100 each, then 4 weeks of 200 each: twice as much, once much was seen.
    expect((new SeasonFactor(1300e6, 800e6, 4, 13))->shrunk(1.0, SeasonFactor::OF_GROUP))
        ->toEqualWithDelta(2.0, 1e-4)
        ->and((new SeasonFactor(0, 0, 4, 13))->shrunk(1.3, SeasonFactor::OF_GROUP))
        ->toEqualWithDelta(1.3, 1e-12)
        ->and((new SeasonFactor(1500, (1500 / 13) * 4 * 2, 4, 13))->shrunk(1.0, 1500))
        ->toEqualWithDelta(1.5, 1e-9)
        ->and((new SeasonFactor(10, 1e9, 4, 13))->shrunk(1.0, 100))
        ->toBe(5.0);
});

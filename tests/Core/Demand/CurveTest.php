<?php

declare(strict_types=1);

use Orchard\Core\Demand\Chance;
use Orchard\Core\Demand\ClickCurve;
use Orchard\Core\Demand\CurveFit;
use Orchard\Core\Demand\PlaceClicks;

it('fits a curve that never rises with the position, between its band, for every device', function (): void {
    $chance = new Chance(3);
    $fit = new CurveFit();
    for ($i = 0; $i < 4000; $i++) {
        $position = exp(3.3 * $chance->uniform());
        $device = $chance->whole(1, 2);
        $impressions = $chance->whole(1, 400);
        $fit->add(
            $i % 500,
            new PlaceClicks(
                $device,
                $position,
                $impressions * ($device === 2 ? 0.8 : 1.1) * 0.3 * $position ** -1.1,
                $impressions,
            ),
        );
    }
    $curve = $fit->fit();
    foreach ($curve->rates as $rates) {
        for ($bin = 1; $bin < ClickCurve::BINS; $bin++) {
            expect($rates[$bin])->toBeLessThanOrEqual($rates[$bin - 1]);
        }
    }
    foreach ([2.0, 5.0, 10.0] as $position) {
        expect($curve->rate($position, 2) / (0.24 * $position ** -1.1))
            ->toBeGreaterThan(0.9)
            ->toBeLessThan(1.1)
            ->and($curve->rate($position, 1))
            ->toBeGreaterThan($curve->rate($position, 2));
        [$low, $high] = $curve->band[ClickCurve::bin($position)];
        expect($low)->toBeLessThanOrEqual($high);
    }
    expect(ClickCurve::fromArray((array) json_decode((string) json_encode($curve->toArray()), true)))->toEqual($curve);
});

it('leans on the assumed curve where nothing is known, and one giant does not set it', function (): void {
    $empty = (new CurveFit())->fit();
    expect($empty->rate(3.0) / ClickCurve::assumed(3.0))
        ->toBeGreaterThan(0.8)
        ->toBeLessThan(1.25)
        ->and($empty->evidence)
        ->toBe(0.0);
    $fit = new CurveFit();
    for ($i = 0; $i < 200; $i++) {
        $fit->add($i, new PlaceClicks(0, 2.0, 15, 100));
    }
    $without = $fit->fit()->rate(2.0);
    $fit->add(999, new PlaceClicks(0, 2.0, 10, 10_000_000));
    expect($fit->fit()->rate(2.0) / $without)->toBeGreaterThan(0.4);
});

it('gives a band around the rates that are true, narrow where many clicks tell them', function (): void {
    // Far from what is assumed of a store that tells nothing: what earns 0.09 there at place 3 earns 0.21 here.
    $true = static fn (float $position): float => 0.5 * $position ** -0.8;
    $chance = new Chance(5);
    $fit = new CurveFit();
    for ($page = 0; $page < 600; $page++) {
        foreach ([1.0, 2.0, 3.0, 5.0, 8.0, 12.0] as $position) {
            $mean = 400 * $true($position);
            $fit->add($page, new PlaceClicks(0, $position, max(0.0, $mean + sqrt($mean) * $chance->normal()), 400));
        }
    }
    $band = $fit->fit()->band;
    foreach ([2.0, 3.0, 5.0, 8.0, 12.0] as $position) {
        [$low, $high] = $band[ClickCurve::bin($position)];
        expect($low)
            ->toBeLessThan($true($position) * 1.02)
            ->toBeGreaterThan($true($position) * 0.9)
            ->and($high)
            ->toBeGreaterThan($true($position) * 0.98)
            ->toBeLessThan($true($position) * 1.1);
    }
});

it('gives half to twice what is assumed as the band of a store that tells nothing', function (): void {
    $band = (new CurveFit())->fit()->band;
    expect($band)->toHaveCount(ClickCurve::BINS);
    foreach ($band as $bin => [$low, $high]) {
        $assumed = ClickCurve::assumed(ClickCurve::middle($bin));
        expect($low)
            ->toEqualWithDelta($assumed / 2, 1e-12)
            ->and($high)
            ->toEqualWithDelta(2 * $assumed, 1e-12);
    }
});

it('finds how the curve of a device differs, in its height and in how fast it falls', function (): void {
    $fit = new CurveFit();
    $true = static fn (float $position, int $device): float => $device === 2
        ? 0.2 * $position ** -1.4
        : 0.3 * $position ** -1.0;
    for ($page = 0; $page < 300; $page++) {
        foreach ([1.0, 2.0, 4.0, 7.0, 11.0, 16.0] as $position) {
            foreach ([1, 2] as $device) {
                $fit->add($page, new PlaceClicks($device, $position, 900 * $true($position, $device), 900));
            }
        }
    }
    $curve = $fit->fit();
    foreach ([2.0, 4.0, 7.0, 11.0] as $position) {
        $ratio = $curve->rate($position, 2) / $curve->rate($position, 1);
        expect($ratio / ($true($position, 2) / $true($position, 1)))
            ->toBeGreaterThan(0.9)
            ->toBeLessThan(1.1);
    }
});

it('reads a curve whose numbers stand as text or whole', function (): void {
    $curve = ClickCurve::fromArray(['rates' => [['0.4', 1], [0.2, 0]], 'band' => [[1, '2']], 'evidence' => 7]);
    expect($curve->rates)
        ->toBe([[0.4, 1.0], [0.2, 0.0]])
        ->and($curve->band)
        ->toBe([[1.0, 2.0]])
        ->and($curve->evidence)
        ->toBe(7.0);
});

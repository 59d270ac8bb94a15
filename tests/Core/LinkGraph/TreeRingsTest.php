<?php

declare(strict_types=1);

use Orchard\Core\LinkGraph\TreeRings;

it('places every page in its own ring and sector, none on another', function (): void {
    mt_srand(12);
    for ($round = 0; $round < 60; $round++) {
        $pages = $sizes = [];
        for ($ring = mt_rand(1, 8); $ring > 0; $ring--) {
            mt_rand(0, 4) > 0 && ($pages[$ring] = mt_rand(1, 4000));
        }
        for ($sector = mt_rand(1, 14); $sector > 0; $sector--) {
            $sizes[$sector * 7] = (float) mt_rand(0, 50_000);
        }
        $tree = new TreeRings($pages, $sizes);
        $before = TreeRings::HOME;
        foreach ($tree->rings() as $ring) {
            [$from, $to] = $tree->radii($ring);
            expect($from)
                ->toBeGreaterThanOrEqual($before)
                ->and($to - $from)
                ->toBeGreaterThanOrEqual(12.0);
            $before = $to;
            foreach (array_keys($sizes) as $sector) {
                $asked = mt_rand(0, 300);
                $spots = $tree->spots($sector, $ring, $asked);
                expect(count($spots))
                    ->toBeLessThanOrEqual($asked)
                    ->and($asked === 0 || $spots !== [])
                    ->toBeTrue();
                $seen = [];
                foreach ($spots as $spot) {
                    $radius = hypot($spot['x'] - TreeRings::centre()[0], $spot['y'] - TreeRings::centre()[1]);
                    expect($radius >= $from - 0.01 && $radius <= $to + 0.01)->toBeTrue();
                    $seen[round($spot['x'], 2).' '.round($spot['y'], 2)] = true;
                }
                expect(count($seen))->toBe(count($spots));
            }
        }
        expect(round($before, 3))->toBe(TreeRings::BARK);
    }
});

it('gives each sector its share of the circle, clockwise from the top, and none too little', function (): void {
    $tree = new TreeRings([1 => 10], [5 => 9.0, 6 => 36.0, 7 => 0.0]);
    $angle = static fn (int $sector): float => atan2(
        $tree->middle($sector, 1)[1] - TreeRings::centre()[1],
        $tree->middle($sector, 1)[0] - TreeRings::centre()[0],
    );
    // Widths as 3 to 6 to 1, for the root of what they hold decides.
    expect(round($angle(5), 4))
        ->toBe(round(-M_PI / 2 + 0.15 * 2 * M_PI, 4))
        ->and(round($angle(6), 4))
        ->toBe(round(-M_PI / 2 + 0.6 * 2 * M_PI, 4))
        ->and(round(fmod($angle(7) + 2 * M_PI, 2 * M_PI), 4))
        ->toBe(round(fmod(-M_PI / 2 + 0.95 * 2 * M_PI, 2 * M_PI), 4));
    $slim = new TreeRings([1 => 10], [1 => 1_000_000.0, 2 => 1.0]);
    expect($slim->label(2)['room'])->toBeGreaterThan(0.05 * 2 * M_PI * 249);
});

it('draws what no link reaches outside the bark, and one sector as a whole circle', function (): void {
    $tree = new TreeRings([1 => 10, 2 => 0, 3 => 5], [1 => 40.0]);
    expect($tree->radii(TreeRings::OUTSIDE)[0])->toBeGreaterThan(TreeRings::BARK);
    expect($tree->rings())
        ->toBe([1, 2, 3])
        ->and($tree->radii(9))
        ->toBe($tree->radii(3));
    expect($tree->outline(1, 1))->toContain('A')->not->toContain('NAN');
    expect($tree->middle(99, 1))->toBe(TreeRings::centre());
});

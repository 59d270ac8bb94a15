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

it('makes rings as wide as the root of what they hold, and no narrower than can be seen', function (): void {
    // From 28 to the bark at 236 there are 208; three times 12.5 are given, the other 170.5 go as 10 to 0 to 5.
    $tree = new TreeRings([1 => 100, 3 => 25], [1 => 1.0]);
    $radii = array_map(
        static fn (int $ring): array => array_map(static fn (float $at): float => round($at, 4), $tree->radii($ring)),
        [1, 2, 3],
    );
    expect($radii)
        ->toBe([[28.0, 154.1667], [154.1667, 166.6667], [166.6667, 236.0]])
        ->and((new TreeRings([1 => 1], [1 => 1.0]))->radii(1))
        ->toBe([28.0, 236.0])
        ->and((new TreeRings([], [1 => 1.0]))->radii(1))
        ->toBe([28.0, 40.5])
        ->and($tree->radii(TreeRings::OUTSIDE))
        ->toBe([244.0, 254.0]);
});

it('draws borders, outlines and names of sectors where geometry says', function (): void {
    $quarters = new TreeRings([1 => 1], [1 => 4.0, 2 => 4.0, 3 => 4.0, 4 => 4.0]);
    expect($quarters->border(1))
        ->toBe('M310.0 269.0L310.0 59.0')
        ->and($quarters->border(2))
        ->toBe('M336.0 295.0L546.0 295.0')
        // 261 from the centre above it, 271 below, at an eighth of the circle.
        ->and($quarters->label(1))
        ->toBe(['x' => 494.6, 'y' => 110.4, 'turn' => 45.0, 'room' => 261 * (M_PI / 2) - 6])
        ->and($quarters->label(2))
        ->toMatchArray(['x' => 501.6, 'y' => 486.6, 'turn' => -45.0])
        ->and($quarters->outline(1, 1))
        ->toBe('M310.0 267.0L310.0 59.0A236.0 236.0 0 0 1 546.0 295.0L338.0 295.0A28.0 28.0 0 0 0 310.0 267.0Z');
    // Three quarters are the long way round; a whole circle ends a thousandth before it begins.
    expect((new TreeRings([1 => 1], [1 => 9.0, 2 => 1.0]))->outline(1, 1))
        ->toContain('A236.0 236.0 0 1 1 74.0 295.0')
        ->and((new TreeRings([1 => 1], [1 => 1.0]))->outline(1, 1))
        ->toContain('A236.0 236.0 0 1 1 309.8 59.0');
});

it('fills a field row by row, every second one set off, and visits its places far from each other', function (): void {
    $tree = new TreeRings([1 => 1], [1 => 1.0]);
    // 31 rows of at least 6.5 in 208 less a margin of 4; in each row as many as fit on its circle less 5.
    $places = [];
    for ($row = 0; $row < 31; $row++) {
        $radius = 28 + (208 / 31) * ($row + 0.5);
        $fit = (int) floor((2 * M_PI * $radius - 5) / 6.5);
        for ($nth = 0; $nth < $fit; $nth++) {
            $angle = -M_PI / 2 + ((2 * M_PI) / $fit) * ($nth + ($row % 2 === 0 ? 0.68 : 0.32));
            $places[] = sprintf('%.3f %.3f', 310 + $radius * cos($angle), 295 + $radius * sin($angle));
        }
    }
    $told = static fn (array $spots): array => array_map(
        static fn (array $spot): string => sprintf('%.3f %.3f', $spot['x'], $spot['y']),
        $spots,
    );
    $all = $told($tree->spots(1, 1, 100_000));
    expect($all)->toHaveCount(count($places))->and(array_diff($places, $all))->toBe([]);
    // Of ten, each is seven further: 0.618 of ten is six, which shares a divisor with ten.
    $tenth = static fn (int $nth): string => $places[(int) floor(($nth * count($places)) / 10)];
    expect($told($tree->spots(1, 1, 10)))->toBe(array_map($tenth, [0, 7, 4, 1, 8, 5, 2, 9, 6, 3]));
    expect($tree->spots(1, 1, 0))->toBe([])->and($tree->spots(1, 1, 1))->toHaveCount(1);
    // A field that is too small for any has room for one.
    $narrow = new TreeRings([1 => 1, 2 => 0], array_fill(1, 16, 1.0));
    expect($narrow->spots(1, 2, 50))->not->toBe([]);
});

it('sets rows of places no closer than a place is wide, and leaves no room for another row', function (): void {
    for ($rings = 1; $rings <= 9; $rings++) {
        $tree = new TreeRings(array_fill(1, $rings, 1), [1 => 1.0]);
        $radii = [];
        foreach ($tree->spots(1, 1, 100_000) as $spot) {
            $radii[sprintf('%.3f', hypot($spot['x'] - 310, $spot['y'] - 295))] = true;
        }
        $radii = array_map(floatval(...), array_keys($radii));
        sort($radii);
        $gaps = array_map(
            static fn (float $a, float $b): float => $b - $a,
            array_slice($radii, 0, -1),
            array_slice($radii, 1),
        );
        expect($gaps)->not->toBe([])->and(min([INF, ...$gaps]))->toBeGreaterThanOrEqual(6.5);
        // As many rows as there are, and one more, would be closer: 4 are left free.
        $ring = (count($gaps) + 1) * $gaps[0];
        expect(($ring - 4) / (count($gaps) + 2))->toBeLessThan(6.5);
    }
});

<?php

declare(strict_types=1);

use Orchard\Core\Terms\LinkStock;
use Orchard\Core\Terms\Road;
use Orchard\Core\Terms\RoadTerms;

it('reckons a worked example', function (): void {
    // 40 sites and 100 links of its own against 12 and 20: at five to one 60 against 16.
    $road = Road::between(new LinkStock(12, 20), new LinkStock(40, 100), new RoadTerms(5, 0.5, 120, 1000));
    expect([$road->gap, $road->links, $road->toPage, $road->toHome, $road->instead, $road->cost, $road->months])->toBe([
        44.0,
        45,
        23,
        22,
        225,
        5400.0,
        6,
    ]);
});

it('asks for more than the rival has, and for nothing where there is more already', function (
    int $own,
    int $rival,
    int $links,
): void {
    expect(Road::between(new LinkStock($own, 0), new LinkStock($rival, 0), new RoadTerms(4, 1, 0, 0))->links)->toBe(
        $links,
    );
})->with([[0, 0, 1], [5, 5, 1], [5, 6, 2], [6, 5, 0], [100, 0, 0]]);

it('counts parts of a backlink that links of one’s own site make', function (): void {
    // A tenth of a backlink more is as good as none: one link passes it.
    expect(Road::between(new LinkStock(0, 0), new LinkStock(0, 1), new RoadTerms(10, 1, 0, 0)))
        ->links->toBe(1)
        ->instead->toBe(10)
        ->and(Road::between(new LinkStock(0, 3), new LinkStock(1, 0), new RoadTerms(3, 1, 0, 0)))
        // Three own links at three to one are one backlink, to the last bit of rounding.
        ->links->toBe(1)
        ->and(Road::between(new LinkStock(0, 4), new LinkStock(1, 0), new RoadTerms(3, 1, 0, 0))->links)
        ->toBe(0);
});

it('says nothing of money or months where neither a price nor a budget is set', function (): void {
    $of = static fn (float $price, float $budget): Road => Road::between(
        new LinkStock(0, 0),
        new LinkStock(9, 0),
        new RoadTerms(5, 0.5, $price, $budget),
    );
    expect($of(0, 500))->cost->toBeNull()->months->toBeNull();
    expect($of(50, 0))->cost->toBe(500.0)->months->toBeNull();
    expect($of(50, 500))->cost->toBe(500.0)->months->toBe(1);
    expect($of(50, 499.99)->months)->toBe(2);
});

it(
    'holds its laws: the parts add up, more of the rival is never nearer, more of one’s own never farther',
    function (): void {
        mt_srand(11);
        for ($i = 0; $i < 3000; $i++) {
            [$a, $b, $c, $d] = [mt_rand(0, 60), mt_rand(0, 300), mt_rand(0, 60), mt_rand(0, 300)];
            [$factor, $share, $price, $budget] = [
                mt_rand(1, 80) / 8,
                mt_rand(0, 100) / 100,
                mt_rand(1, 300),
                mt_rand(1, 2000),
            ];
            $of = static fn (int $own, int $ownLinks, int $rival, int $rivalLinks): Road => Road::between(
                new LinkStock($own, $ownLinks),
                new LinkStock($rival, $rivalLinks),
                new RoadTerms($factor, $share, $price, $budget),
            );
            $road = $of($a, $b, $c, $d);
            expect($road->toPage + $road->toHome)
                ->toBe($road->links)
                ->and($of($a, $b, $c + 1, $d)->links)
                ->toBeGreaterThanOrEqual($road->links)
                ->and($of($a, $b, $c, $d + 1)->links)
                ->toBeGreaterThanOrEqual($road->links)
                ->and($of($a + 1, $b, $c, $d)->links)
                ->toBeLessThanOrEqual($road->links);
            // With so many more it is ahead, with one fewer it is not.
            if ($road->links > 0) {
                $ahead = $of($a + $road->links, $b, $c, $d)->gap;
                $behind = $of($a + $road->links - 1, $b, $c, $d)->gap;
                expect($ahead)
                    ->toBeLessThan(0.0)
                    ->and($behind)
                    ->toBeGreaterThan(-1e-6);
                expect($road->cost)
                    ->toBe((float) ($road->links * $price))
                    ->and($road->months * $budget)
                    ->toBeGreaterThanOrEqual(sure($road->cost))
                    ->and(($road->months - 1) * $budget)
                    ->toBeLessThan(sure($road->cost));
            }
        }
    },
);

it('refuses numbers that are none', function (array $given): void {
    expect(fn () => new RoadTerms(...$given))->toThrow(InvalidArgumentException::class);
})->with([
    [[0, 0.5, 1, 1]],
    [[-1, 0.5, 1, 1]],
    [[5, 1.1, 1, 1]],
    [[5, -0.1, 1, 1]],
    [[5, 0.5, -1, 1]],
    [[5, 0.5, 1, -1]],
]);

it('refuses fewer links than none', function (int $backlinks, int $internal): void {
    expect(fn () => new LinkStock($backlinks, $internal))->toThrow(InvalidArgumentException::class);
})->with([[-1, 0], [0, -1]]);

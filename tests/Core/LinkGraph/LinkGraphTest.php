<?php

declare(strict_types=1);

use Orchard\Core\LinkGraph\ClickTree;
use Orchard\Core\LinkGraph\LinkMap;
use Orchard\Core\LinkGraph\PageRank;
use Orchard\Core\LinkGraph\RedirectPath;

/**
 * Brute force: relax every edge until nothing changes.
 *
 * @param  array<array-key, mixed>  $edges
 * @param  array<array-key, mixed>  $redirects
 * @return array<array-key, mixed>
 */
function slowDepths(int $home, array $edges, array $redirects): array
{
    $depth = [$home => 0];
    do {
        $changed = false;
        $try = function (int $node, int $d) use (&$depth, &$changed): void {
            if ($d < ($depth[$node] ?? PHP_INT_MAX)) {
                [$depth[$node], $changed] = [$d, true];
            }
        };
        foreach ($redirects as $from => $to) {
            isset($depth[$from]) && $try($to, $depth[$from]);
        }
        foreach ($edges as [$from, $to]) {
            isset($depth[$from]) && ! isset($redirects[$from]) && $try($to, $depth[$from] + 1);
        }
    } while ($changed);
    ksort($depth);

    return $depth;
}

it('finds the depths that brute force finds', function (): void {
    mt_srand(8);
    for ($round = 0; $round < 150; $round++) {
        $nodes = mt_rand(1, 30);
        $edges = $redirects = $bundlesOf = $bundles = [];
        for ($i = mt_rand(0, 60); $i > 0; $i--) {
            $edges[] = [mt_rand(0, $nodes - 1), mt_rand(0, $nodes - 1)];
        }
        for ($i = mt_rand(0, 5); $i > 0; $i--) {
            $redirects[mt_rand(0, $nodes - 1)] = mt_rand(0, $nodes - 1);
        }
        $bundles[7] = [mt_rand(0, $nodes - 1), mt_rand(0, $nodes - 1)];
        $all = $edges;
        for ($i = mt_rand(0, 3); $i > 0; $i--) {
            $carrier = mt_rand(0, $nodes - 1);
            $bundlesOf[$carrier] = [7];
            array_push($all, [$carrier, $bundles[7][0]], [$carrier, $bundles[7][1]]);
        }
        $tree = ClickTree::from(LinkMap::ofLinks($nodes, $edges, $redirects)->withBundles($bundlesOf, $bundles), 0);
        expect($tree->depths)
            ->toHaveCount($nodes)
            ->and(array_filter($tree->depths, static fn (int $depth): bool => $depth !== ClickTree::UNREACHED))
            ->toBe(slowDepths(0, $all, $redirects));
        foreach ($tree->depths as $node => $depth) {
            $way = $tree->way($node);
            $clicks = 0;
            foreach ($way as $i => $step) {
                if ($i > 0) {
                    $isRedirect = ($redirects[$way[$i - 1]] ?? null) === $step;
                    expect($isRedirect || in_array([$way[$i - 1], $step], $all, true))->toBeTrue();
                    $clicks += $isRedirect ? 0 : 1;
                }
            }
            expect($way === [] ? ClickTree::UNREACHED : $clicks)->toBe($depth);
        }
    }
});

it('follows redirects to their end, and tells circles', function (): void {
    $path = new RedirectPath(['a' => 'b', 'b' => 'c', 'x' => 'y', 'y' => 'x']);
    expect($path->end('a'))->toBe('c')->and($path->end('c'))->toBe('c')->and($path->end('x'))->toBe('');
});

it('reaches what ten thousand pages link to, whatever their order', function (): void {
    mt_srand(3);
    $edges = [];
    for ($i = 0; $i < 30_000; $i++) {
        $edges[] = [mt_rand(0, 9999), mt_rand(0, 9999)];
    }
    $depths = ClickTree::from(LinkMap::ofLinks(10_000, $edges, [3 => 9]), 7)->depths;
    $again = ClickTree::from(LinkMap::ofLinks(10_000, array_reverse($edges), [3 => 9]), 7)->depths;
    expect($depths)
        ->toBe($again)
        ->and(count(array_filter($depths, static fn (int $depth): bool => $depth > 0)))
        ->toBeGreaterThan(8000)
        ->and($depths[7])
        ->toBe(0);
});

it('tells the shares that igraph tells, and the same where links come in bundles', function (array $case): void {
    $state = $case['seed'];
    $lehmer = static function () use (&$state): int {
        return $state = ($state * 48271) % 2147483647;
    };
    $edges = [];
    for ($i = 0; $i < $case['links']; $i++) {
        $from = intdiv(($lehmer() % $case['nodes']) * ($lehmer() % $case['nodes']), $case['nodes']);
        $edges[] = [$from, $lehmer() % $case['nodes']];
    }
    $ranks = PageRank::of(LinkMap::ofLinks($case['nodes'], $edges), tolerance: 1e-12);
    $off = static fn (array $ranks): float => max(
        some(array_map(static fn (float $a, float $b): float => abs($a - $b), $ranks, $case['ranks'])),
    );
    expect($off($ranks))->toBeLessThan(1e-9)->and(abs(array_sum($ranks) - 1))->toBeLessThan(1e-9);

    // What every second link of a page leads to is taken out into a bundle, which only this page carries.
    $own = $bundlesOf = $bundles = [];
    foreach ($edges as $i => [$from, $to]) {
        if ($i % 2 === 0) {
            $own[] = [$from, $to];
        } else {
            $bundles[$from][] = $to;
            $bundlesOf[$from] = [$from];
        }
    }
    $map = LinkMap::ofLinks($case['nodes'], $own)->withBundles($bundlesOf, $bundles);
    expect($off(PageRank::of($map, tolerance: 1e-12)))->toBeLessThan(1e-9);
})->with(
    array_map(
        static fn (array $case): array => [$case],
        json_decode((string) file_get_contents(__DIR__.'/fixtures/pagerank.json'), true),
    ),
);

it('hands all that a redirecting page has to its target', function (): void {
    // 0 links to 1, which redirects to 2; what 1 carries counts for nothing.
    $map = LinkMap::ofLinks(4, [[0, 1], [1, 3], [2, 0]], [1 => 2])->withBundles([1 => [7]], [7 => [3]]);
    $plain = LinkMap::ofLinks(4, [[0, 1], [1, 2], [2, 0]]);
    expect(PageRank::of($map))->toBe(PageRank::of($plain));
});

it('adds links and entries of menus as if they had been there from the start', function (): void {
    mt_srand(21);
    for ($round = 0; $round < 60; $round++) {
        $nodes = mt_rand(2, 12);
        $pick = static fn (): array => [mt_rand(0, $nodes - 1), mt_rand(0, $nodes - 1)];
        $links = array_map($pick, range(1, mt_rand(1, 15)));
        $more = array_map($pick, range(1, mt_rand(1, 8)));
        $links = array_values(array_unique($links, SORT_REGULAR));
        $all = array_values(array_unique([...$links, ...$more], SORT_REGULAR));
        $bundles = [3 => [0]];
        $of = [0 => [3]];
        $added = LinkMap::ofLinks($nodes, $links)
            ->withBundles($of, $bundles)
            ->with($more)
            ->withEntry(3, $nodes - 1);
        $whole = LinkMap::ofLinks($nodes, $all)->withBundles($of, [3 => [0, $nodes - 1]]);
        $sorted = static function (array $list): array {
            sort($list);

            return $list;
        };
        for ($node = 0; $node < $nodes; $node++) {
            expect($sorted($added->own($node)))->toBe($sorted($whole->own($node)));
        }
        expect(ClickTree::from($added, 0)->depths)->toBe(ClickTree::from($whole, 0)->depths);
    }
});

it('counts clicks from the nearest of several homes', function (): void {
    mt_srand(41);
    for ($run = 0; $run < 60; $run++) {
        $nodes = mt_rand(2, 30);
        $links = array_map(
            static fn (): array => [mt_rand(0, $nodes - 1), mt_rand(0, $nodes - 1)],
            range(1, mt_rand(1, 60)),
        );
        $map = LinkMap::ofLinks($nodes, $links, [1 => 0]);
        $homes = array_map(static fn (): int => mt_rand(0, $nodes - 1), range(1, mt_rand(1, 4)));
        $alone = array_map(static fn (int $home): array => ClickTree::from($map, $home)->depths, $homes);
        $nearest = array_map(static function (int $node) use ($alone): int {
            $depths = array_diff(array_column($alone, $node), [ClickTree::UNREACHED]);

            return $depths === [] ? ClickTree::UNREACHED : min($depths);
        }, range(0, $nodes - 1));
        expect(ClickTree::from($map, ...$homes)->depths)->toBe($nearest);
    }
    expect(ClickTree::from(LinkMap::ofLinks(2, [[0, 1]]))->depths)->toBe([ClickTree::UNREACHED, ClickTree::UNREACHED]);
});

it('knows no depth where nothing leads', function (): void {
    $alone = ClickTree::from(LinkMap::ofLinks(3, [[0, 2]]), 1);
    expect($alone->depths)
        ->toBe([ClickTree::UNREACHED, 0, ClickTree::UNREACHED])
        ->and($alone->way(2))
        ->toBe([])
        ->and(ClickTree::from(LinkMap::ofLinks(1, [], [0 => 0]), 0)->depths)
        ->toBe([0]);
});

it('tells an address of the same site in another form', function (string $one, string $other, bool $is): void {
    expect(
        Orchard\Core\Url\PageUrl::parse($one)?->isOtherFormOf(
            Orchard\Core\Url\PageUrl::parse($other) ?? throw new LogicException(),
        ),
    )->toBe($is);
})->with([
    ['http://shop.example/a', 'https://shop.example/a', true],
    ['https://www.shop.example/a', 'https://shop.example/b', true],
    ['http://www.shop.example/a', 'https://shop.example/a', true],
    ['https://shop.example/a', 'https://shop.example/b', false],
    ['https://m.shop.example/a', 'https://shop.example/a', false],
    ['https://shop.example:8443/a', 'https://shop.example/a', false],
    ['https://other.example/', 'https://shop.example/', false],
]);

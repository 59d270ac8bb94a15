<?php

declare(strict_types=1);

use Orchard\Core\LinkGraph\ClickDepth;
use Orchard\Core\LinkGraph\RedirectPath;

/** Brute force: relax every edge until nothing changes. */
function slowDepths(int $nodes, int $home, array $edges, array $redirects): array
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

/**
 * Links in compressed rows.
 *
 * @param  list<array{int, int}>  $edges
 * @return array{list<int>, string}
 */
function rowsOf(int $nodes, array $edges): array
{
    $rows = array_fill(0, $nodes, []);
    foreach ($edges as [$from, $to]) {
        $rows[$from][] = $to;
    }
    $starts = [0];
    foreach ($rows as $number => $targets) {
        $starts[] = $starts[$number] + count($targets);
    }

    return [$starts, pack('V*', ...array_merge(...$rows))];
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
        $found = ClickDepth::from(0, ...rowsOf($nodes, $edges), redirects: $redirects, bundlesOf: $bundlesOf, bundles: $bundles);
        expect($found)->toHaveCount($nodes)->and(array_filter($found, static fn (int $depth): bool => $depth !== ClickDepth::UNREACHED))->toBe(slowDepths($nodes, 0, $all, $redirects));
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
    $depths = ClickDepth::from(7, ...rowsOf(10_000, $edges), redirects: [3 => 9]);
    $again = ClickDepth::from(7, ...rowsOf(10_000, array_reverse($edges)), redirects: [3 => 9]);
    expect($depths)->toBe($again)->and(count(array_filter($depths, static fn (int $depth): bool => $depth > 0)))->toBeGreaterThan(8000)->and($depths[7])->toBe(0);
});

it('knows no depth where nothing leads', function (): void {
    expect(ClickDepth::from(1, [0, 1, 1, 1], pack('V', 2), []))->toBe([ClickDepth::UNREACHED, 0, ClickDepth::UNREACHED])
        ->and(ClickDepth::from(0, [0, 0], '', [0 => 0]))->toBe([0]);
});

it('tells an address of the same site in another form', function (string $one, string $other, bool $is): void {
    expect(Orchard\Core\Url\PageUrl::parse($one)?->isOtherFormOf(Orchard\Core\Url\PageUrl::parse($other) ?? throw new LogicException))->toBe($is);
})->with([
    ['http://shop.example/a', 'https://shop.example/a', true], ['https://www.shop.example/a', 'https://shop.example/b', true], ['http://www.shop.example/a', 'https://shop.example/a', true],
    ['https://shop.example/a', 'https://shop.example/b', false], ['https://m.shop.example/a', 'https://shop.example/a', false], ['https://shop.example:8443/a', 'https://shop.example/a', false], ['https://other.example/', 'https://shop.example/', false],
]);

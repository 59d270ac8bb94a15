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
        $found = ClickDepth::from($nodes, 0, implode('', array_map(static fn (array $e): string => pack('VV', ...$e), $edges)), $redirects, $bundlesOf, $bundles);
        ksort($found);
        expect($found)->toBe(slowDepths($nodes, 0, $all, $redirects));
    }
});

it('follows redirects to their end, and tells circles', function (): void {
    $path = new RedirectPath(['a' => 'b', 'b' => 'c', 'x' => 'y', 'y' => 'x']);
    expect($path->end('a'))->toBe('c')->and($path->end('c'))->toBe('c')->and($path->end('x'))->toBe('');
});

it('reads edges in any order', function (): void {
    mt_srand(3);
    $edges = [];
    for ($i = 0; $i < 30_000; $i++) {
        $edges[] = pack('VV', mt_rand(0, 4999), mt_rand(0, 4999));
    }
    $sorted = $edges;
    usort($sorted, static fn (string $a, string $b): int => unpack('V', $a) <=> unpack('V', $b));
    $depths = ClickDepth::from(5000, 7, implode('', $edges), [3 => 9]);
    $again = ClickDepth::from(5000, 7, implode('', $sorted), [3 => 9]);
    ksort($depths);
    ksort($again);
    expect($depths)->toBe($again)->and(count($depths))->toBeGreaterThan(4000);
});

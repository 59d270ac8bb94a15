<?php

declare(strict_types=1);

namespace Orchard\Core\LinkGraph;

/**
 * Clicks from the home page to every page, by breadth-first search.
 *
 * A redirect costs no click: its target is as deep as the page that redirects. A bundle is a set of links that many
 * pages share (a navigation); it is opened once, by the first page that carries it. Nodes are numbers 0 to n-1; edges
 * come packed, 8 bytes each. Time and memory O(nodes + edges + bundled links).
 */
final class ClickDepth
{
    /**
     * @param  int  $nodes  how many
     * @param  int  $home  where the clicks start
     * @param  string  $edges  packed pairs of unsigned 32-bit little-endian numbers, from and to, in any order
     * @param  array<int, int>  $redirects  target of each node that redirects
     * @param  array<int, list<int>>  $bundlesOf  bundles that a node carries
     * @param  array<int, list<int>>  $bundles  targets of each bundle
     * @return array<int, int> depth of each node that is reached
     */
    public static function from(int $nodes, int $home, string $edges, array $redirects, array $bundlesOf = [], array $bundles = []): array
    {
        $count = intdiv(strlen($edges), 8);
        $starts = array_fill(0, $nodes + 1, 0);
        $chunk = 8192;
        for ($at = 0; $at < $count; $at += $chunk) {
            foreach (self::pairs($edges, $at, $chunk) as [$from]) {
                $starts[$from + 1]++;
            }
        }
        for ($i = 1; $i <= $nodes; $i++) {
            $starts[$i] += $starts[$i - 1];
        }
        $targets = $count === 0 ? [] : array_fill(0, $count, 0);
        $next = $starts;
        for ($at = 0; $at < $count; $at += $chunk) {
            foreach (self::pairs($edges, $at, $chunk) as [$from, $to]) {
                $targets[$next[$from]++] = $to;
            }
        }

        $depths = [];
        $level = [];
        self::reach($home, 0, $depths, $level, $redirects);
        for ($depth = 1; $level !== []; $depth++) {
            $below = [];
            foreach ($level as $node) {
                if (isset($redirects[$node])) {
                    continue;
                }
                for ($i = $starts[$node], $end = $starts[$node + 1]; $i < $end; $i++) {
                    self::reach($targets[$i], $depth, $depths, $below, $redirects);
                }
                foreach ($bundlesOf[$node] ?? [] as $bundle) {
                    foreach ($bundles[$bundle] ?? [] as $target) {
                        self::reach($target, $depth, $depths, $below, $redirects);
                    }
                    unset($bundles[$bundle]);
                }
            }
            $level = $below;
        }

        return $depths;
    }

    /**
     * @param  array<int, int>  $depths
     * @param  list<int>  $level
     * @param  array<int, int>  $redirects
     */
    private static function reach(int $node, int $depth, array &$depths, array &$level, array $redirects): void
    {
        while (! isset($depths[$node])) {
            $depths[$node] = $depth;
            $level[] = $node;
            if (! isset($redirects[$node])) {
                return;
            }
            $node = $redirects[$node];
        }
    }

    /** @return \Generator<array{0: int, 1: int}> */
    private static function pairs(string $edges, int $at, int $chunk): \Generator
    {
        $numbers = array_values((array) unpack('V*', substr($edges, $at * 8, $chunk * 8)));
        for ($i = 0, $end = count($numbers); $i < $end; $i += 2) {
            yield [(int) $numbers[$i], (int) $numbers[$i + 1]];
        }
    }
}

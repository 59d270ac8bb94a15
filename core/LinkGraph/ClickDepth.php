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
        $edges = self::inOrder($edges);
        $starts = self::starts($nodes, $edges);

        $depths = [];
        $level = [];
        self::reach($home, 0, $depths, $level, $redirects);
        for ($depth = 1; $level !== []; $depth++) {
            $below = [];
            foreach ($level as $node) {
                if (isset($redirects[$node])) {
                    continue;
                }
                [$from, $to] = [$starts[$node], $starts[$node + 1]];
                foreach ($to > $from ? (array) unpack('V*', substr($edges, 8 * $from, 8 * ($to - $from))) : [] as $i => $number) {
                    $i % 2 === 0 && self::reach((int) $number, $depth, $depths, $below, $redirects);
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

    /** The edges by the node that they lead from; as they come where they stand so already. */
    private static function inOrder(string $edges): string
    {
        $last = -1;
        for ($at = 0, $end = strlen($edges); $at < $end; $at += 65536) {
            foreach (self::pairs($edges, intdiv($at, 8), 8192) as [$from]) {
                if ($from < $last) {
                    $pairs = str_split($edges, 8);
                    usort($pairs, static fn (string $a, string $b): int => unpack('V', $a) <=> unpack('V', $b));

                    return implode('', $pairs);
                }
                $last = $from;
            }
        }

        return $edges;
    }

    /** @return array<int, int> the first edge of each node, and behind the last node the number of all */
    private static function starts(int $nodes, string $edges): array
    {
        $starts = array_fill(0, $nodes + 1, 0);
        for ($at = 0, $count = intdiv(strlen($edges), 8); $at < $count; $at += 8192) {
            foreach (self::pairs($edges, $at, 8192) as [$from]) {
                $starts[$from + 1]++;
            }
        }
        for ($i = 1; $i <= $nodes; $i++) {
            $starts[$i] += $starts[$i - 1];
        }

        return $starts;
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

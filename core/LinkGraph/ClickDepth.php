<?php

declare(strict_types=1);

namespace Orchard\Core\LinkGraph;

/**
 * Clicks from the home page to every page, by breadth-first search.
 *
 * A redirect costs no click: its target is as deep as the page that redirects. A bundle is a set of links that many
 * pages share (a navigation); it is opened once, by the first page that carries it. Nodes are numbers 0 to n-1; links
 * come in compressed rows, 4 bytes each. Time O(nodes + links + bundled links), memory 16 bytes a node beside what comes in.
 */
final class ClickDepth
{
    /** Depth of a node that nothing leads to. */
    public const UNREACHED = -1;

    /**
     * @param  int  $home  where the clicks start
     * @param  list<int>  $starts  for each node the number of its first link, and behind the last node the number of all
     * @param  string  $targets  what the links lead to, each an unsigned 32-bit little-endian number
     * @param  array<int, int>  $redirects  target of each node that redirects
     * @param  array<int, ?list<int>>  $bundlesOf  bundles that a node carries
     * @param  array<int, list<int>>  $bundles  targets of each bundle
     * @return list<int> depth of each node
     */
    public static function from(
        int $home,
        array $starts,
        string $targets,
        array $redirects,
        array $bundlesOf = [],
        array $bundles = [],
    ): array {
        $depths = array_fill(0, max(0, count($starts) - 1), self::UNREACHED);
        $level = [];
        self::reach($home, 0, $depths, $level, $redirects);
        for ($depth = 1; $level !== []; $depth++) {
            $below = [];
            foreach ($level as $node) {
                if (isset($redirects[$node])) {
                    continue;
                }
                [$from, $to] = [$starts[$node], $starts[$node + 1]];
                foreach (
                    $to > $from ? (array) unpack('V*', substr($targets, 4 * $from, 4 * ($to - $from))) : [] as $target
                ) {
                    self::reach((int) $target, $depth, $depths, $below, $redirects);
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

        return array_values($depths);
    }

    /**
     * @param  array<int, int>  $depths
     * @param  list<int>  $level
     * @param  array<int, int>  $redirects
     */
    private static function reach(int $node, int $depth, array &$depths, array &$level, array $redirects): void
    {
        while ($depths[$node] === self::UNREACHED) {
            $depths[$node] = $depth;
            $level[] = $node;
            if (! isset($redirects[$node])) {
                return;
            }
            $node = $redirects[$node];
        }
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\LinkGraph;

/**
 * The shortest way of clicks from a home page to every page, by breadth-first search. A store of several markets has
 * a home for each; a page is as deep as it is from the nearest.
 *
 * A redirect costs no click: its target is as deep as the page that redirects. A bundle is opened once, by the first
 * page that carries it. Time O(nodes + links + bundled links), memory 32 bytes a node beside the map.
 */
final readonly class ClickTree
{
    /** Depth and parent of a node that nothing leads to. */
    public const UNREACHED = -1;

    /**
     * @param  list<int>  $depths  clicks from home, by node
     * @param  list<int>  $parents  the node before it on a shortest way; a home's is UNREACHED
     */
    private function __construct(public array $depths, public array $parents)
    {
    }

    /** @param  int  ...$homes  nodes with which the store begins; the first of two that are as near counts */
    public static function from(LinkMap $map, int ...$homes): self
    {
        $depths = $parents = array_fill(0, $map->nodes(), self::UNREACHED);
        $opened = [];
        $below = [];
        $reach = static function (int $node, int $parent, int $depth) use ($map, &$depths, &$parents, &$below): void {
            while ($depths[$node] === self::UNREACHED) {
                $depths[$node] = $depth;
                $parents[$node] = $parent;
                $below[] = $node;
                if (! isset($map->redirects[$node])) {
                    return;
                }
                [$parent, $node] = [$node, $map->redirects[$node]];
            }
        };
        foreach ($homes as $home) {
            $reach($home, self::UNREACHED, 0);
        }
        for ($depth = 1; $below !== []; $depth++) {
            $level = $below;
            $below = [];
            foreach ($level as $node) {
                if (isset($map->redirects[$node])) {
                    continue;
                }
                foreach ($map->own($node) as $target) {
                    $reach($target, $node, $depth);
                }
                foreach ($map->bundlesOf[$node] ?? [] as $bundle) {
                    if (! isset($opened[$bundle])) {
                        $opened[$bundle] = true;
                        foreach ($map->bundles[$bundle] ?? [] as $target) {
                            $reach($target, $node, $depth);
                        }
                    }
                }
            }
        }

        return new self($depths, array_values($parents));
    }

    /** @return list<int> the nodes from home to this one; empty where nothing leads to it */
    public function way(int $node): array
    {
        if (($this->depths[$node] ?? self::UNREACHED) === self::UNREACHED) {
            return [];
        }
        $way = [];
        while ($node >= 0) {
            $way[] = $node;
            $node = $this->parents[$node] ?? self::UNREACHED;
        }

        return array_reverse($way);
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\LinkGraph;

/**
 * The share of a site's internal link weight that each page holds: PageRank by power iteration (Page, Brin, Motwani and
 * Winograd 1999), with the weight of pages without links spread over all. Links that stand twice count twice. Equals
 * igraph's page_rank; a bundle's links are added up once for all pages that carry it, so that a navigation of 200 links
 * on 100,000 pages costs 200 additions a round and not 20 million.
 */
final class PageRank
{
    /**
     * @param  float  $damping  how likely a reader goes on by a link, 0 to 1
     * @param  float  $tolerance  sum of what all shares still move by in the last round
     * @return list<float> by node, adding up to 1
     */
    public static function of(
        LinkMap $map,
        float $damping = 0.85,
        float $tolerance = 1e-9,
        int $mostRounds = 200,
    ): array {
        $nodes = $map->nodes();
        if ($nodes === 0) {
            return [];
        }
        [$firsts, $sources, $links] = self::byTarget($map);
        $carriers = iterator_to_array($map->carriers());
        foreach ($carriers as $node => $bundles) {
            foreach ($bundles as $bundle) {
                $links[$node] += count($map->bundles[$bundle] ?? []);
            }
        }
        $rank = array_fill(0, $nodes, 1 / $nodes);
        for ($round = 0; $round < $mostRounds; $round++) {
            $gives = $rank;
            $idle = 0.0;
            for ($node = 0; $node < $nodes; $node++) {
                if ($links[$node] > 0) {
                    $gives[$node] = $rank[$node] / $links[$node];
                } else {
                    $idle += $rank[$node];
                }
            }
            $sums = [];
            foreach ($carriers as $node => $bundles) {
                foreach ($bundles as $bundle) {
                    $sums[$bundle] = ($sums[$bundle] ?? 0.0) + $gives[$node];
                }
            }
            $base = (1 - $damping + $damping * $idle) / $nodes;
            $new = [];
            for ($node = 0; $node < $nodes; $node++) {
                $sum = 0.0;
                for ($at = $firsts[$node], $end = $firsts[$node + 1]; $at < $end; $at++) {
                    $sum += $gives[$sources[$at]];
                }
                $new[] = $base + $damping * $sum;
            }
            foreach ($sums as $bundle => $sum) {
                foreach ($map->bundles[$bundle] ?? [] as $target) {
                    $new[$target] += $damping * $sum;
                }
            }
            $moved = 0.0;
            for ($node = 0; $node < $nodes; $node++) {
                $moved += abs($new[$node] - $rank[$node]);
            }
            $rank = $new;
            if ($moved < $tolerance) {
                break;
            }
        }

        return array_values($rank);
    }

    /**
     * @return array{array<int, int>, list<int>, array<int, int>} for each target the place of its first source, the
     *     sources, and the number of links of each node
     */
    private static function byTarget(LinkMap $map): array
    {
        $nodes = $map->nodes();
        $links = array_fill(0, $nodes, 0);
        $firsts = array_fill(0, $nodes + 1, 0);
        for ($node = 0; $node < $nodes; $node++) {
            $own = self::leaving($map, $node);
            $links[$node] = count($own);
            foreach ($own as $target) {
                $firsts[$target + 1]++;
            }
        }
        for ($node = 1; $node <= $nodes; $node++) {
            $firsts[$node] += $firsts[$node - 1];
        }
        $sources = $firsts[$nodes] === 0 ? [] : array_fill(0, $firsts[$nodes], 0);
        $next = $firsts;
        for ($node = 0; $node < $nodes; $node++) {
            foreach (self::leaving($map, $node) as $target) {
                $sources[$next[$target]++] = $node;
            }
        }

        return [$firsts, array_values($sources), $links];
    }

    /** @return list<int> */
    private static function leaving(LinkMap $map, int $node): array
    {
        return isset($map->redirects[$node]) ? [$map->redirects[$node]] : $map->own($node);
    }
}

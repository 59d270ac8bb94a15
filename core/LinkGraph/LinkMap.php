<?php

declare(strict_types=1);

namespace Orchard\Core\LinkGraph;

use Generator;

/**
 * The links of a site in as little room as they take. Nodes are numbers 0 to n-1; links come in compressed rows, 4
 * bytes each. A bundle is a set of links that many pages share (a navigation), kept once. A node that redirects has no
 * links but the one to its target.
 */
final readonly class LinkMap
{
    /**
     * @param  list<int>  $starts  the number of each node's first link, and behind the last node that of all
     * @param  string  $targets  what the links lead to, each an unsigned 32-bit little-endian number
     * @param  array<int, int>  $redirects  target of each node that redirects
     * @param  array<int, ?list<int>>  $bundlesOf  bundles that a node carries
     * @param  array<int, list<int>>  $bundles  targets of each bundle
     */
    public function __construct(
        public array $starts,
        public string $targets,
        public array $redirects = [],
        public array $bundlesOf = [],
        public array $bundles = [],
    ) {
    }

    /**
     * @param  list<array{int, int}>  $links  from and to
     * @param  array<int, int>  $redirects
     */
    public static function ofLinks(int $nodes, array $links, array $redirects = []): self
    {
        $rows = array_fill(0, $nodes, []);
        foreach ($links as [$from, $to]) {
            $rows[$from][] = $to;
        }
        $starts = [0];
        $targets = '';
        foreach ($rows as $row) {
            $starts[] = $starts[count($starts) - 1] + count($row);
            $targets .= $row === [] ? '' : pack('V*', ...$row);
        }

        return new self($starts, $targets, $redirects);
    }

    /**
     * @param  array<int, ?list<int>>  $bundlesOf  bundles that a node carries
     * @param  array<int, list<int>>  $bundles  targets of each bundle
     */
    public function withBundles(array $bundlesOf, array $bundles): self
    {
        return new self($this->starts, $this->targets, $this->redirects, $bundlesOf, $bundles);
    }

    public function nodes(): int
    {
        return max(0, count($this->starts) - 1);
    }

    /**
     * @return list<int> where the links of a node's own lead; those of its bundles and its redirect are not among them
     */
    public function own(int $node): array
    {
        $count = $this->starts[$node + 1] - $this->starts[$node];

        return $count === 0
            ? []
            : array_values((array) unpack('V*', substr($this->targets, 4 * $this->starts[$node], 4 * $count)));
    }

    /**
     * The same site with more links.
     *
     * @param  list<array{int, int}>  $links  from and to; what is there already may be among them
     */
    public function with(array $links): self
    {
        $more = [];
        foreach ($links as [$from, $to]) {
            $more[$from][] = $to;
        }
        ksort($more);
        $starts = $this->starts;
        $targets = '';
        [$copied, $added, $next] = [0, 0, 0];
        foreach ($more as $from => $list) {
            for ($node = $next; $node <= $from; $node++) {
                $starts[$node] += $added;
            }
            $next = $from + 1;
            $list = array_values(array_diff(array_unique($list), $this->own($from)));
            $end = $this->starts[$from + 1];
            $targets .= substr($this->targets, 4 * $copied, 4 * ($end - $copied)).pack('V*', ...$list);
            $copied = $end;
            $added += count($list);
        }
        for ($node = $next, $last = count($starts); $node < $last; $node++) {
            $starts[$node] += $added;
        }

        return new self(
            array_values($starts),
            $targets.substr($this->targets, 4 * $copied),
            $this->redirects,
            $this->bundlesOf,
            $this->bundles,
        );
    }

    /** The same site with one more target in a bundle: an entry of a menu. */
    public function withEntry(int $bundle, int $target): self
    {
        $bundles = $this->bundles;
        if (! in_array($target, $bundles[$bundle] ?? [], true)) {
            $bundles[$bundle][] = $target;
        }

        return new self($this->starts, $this->targets, $this->redirects, $this->bundlesOf, $bundles);
    }

    /** @return Generator<int, list<int>> the bundles that each node carries, of those that do not redirect */
    public function carriers(): Generator
    {
        foreach ($this->bundlesOf as $node => $bundles) {
            if ($bundles !== null && ! isset($this->redirects[$node])) {
                yield $node => $bundles;
            }
        }
    }
}

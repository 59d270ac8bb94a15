<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

use Closure;

/**
 * Groups pages of which each is the same as each other: complete-link clustering within connected parts, the surest
 * pairs first, ties by digest, so that the order of input does not matter.
 *
 * A page that acts as another (a redirect, a parameter that the store says changes nothing) follows it without being
 * judged. Parts of more than 500 are cut by what the pages are called before they are judged pair by pair. Of groups
 * larger than twelve the twelve with the least digests are asked: pages that are the same to the letter were one
 * before.
 */
final class Tangles
{
    private const LARGE = 500;

    private const ASKED = 12;

    /** @var list<array{int, int}> */
    private array $acts = [];

    /** @var array<int, int> the page that each follows */
    private array $follows = [];

    /** @var array<string, array{int, int, float}> */
    private array $pairs = [];

    /** @var array<string, bool> */
    private array $judged = [];

    /**
     * @param  array<int, string>  $digests  16 bytes by page: the order of pages
     * @param  Closure(int, int): bool  $agree  whether two pages stand in one tangle
     * @param  Closure(int): string  $called  by which large parts are cut
     */
    public function __construct(
        private readonly array $digests,
        private readonly Closure $agree,
        private readonly Closure $called,
    ) {
    }

    /** The two were seen to be the same. */
    public function pair(int $a, int $b, float $sureness): void
    {
        [$a, $b] = strcmp($this->digests[$a], $this->digests[$b]) <= 0 ? [$a, $b] : [$b, $a];
        if ($a !== $b) {
            $key = "$a $b";
            $this->pairs[$key] = [$a, $b, max($sureness, $this->pairs[$key][2] ?? 0.0)];
        }
    }

    /** One acts as the other, whatever it shows. */
    public function follow(int $page, int $other): void
    {
        $this->acts[] = [$page, $other];
    }

    /** @return list<list<int>> groups of two pages and more, in the order of digests, also within */
    public function groups(): array
    {
        $this->follows = [];
        usort(
            $this->acts,
            fn (array $x, array $y): int => strcmp(
                $this->digests[$x[0]].$this->digests[$x[1]],
                $this->digests[$y[0]].$this->digests[$y[1]],
            ),
        );
        foreach ($this->acts as [$page, $other]) {
            [$a, $b] = [$this->leader($page), $this->leader($other)];
            if ($a !== $b) {
                $this->follows[$a] = $b;
            }
        }
        $pairs = [];
        foreach ($this->pairs as [$a, $b, $sureness]) {
            $pairs[] = [$this->leader($a), $this->leader($b), $sureness];
            // What came as a pair is known to agree; what only follows one of the two is asked.
            if ($this->leader($a) === $a && $this->leader($b) === $b) {
                $this->judged[$a < $b ? "$a $b" : "$b $a"] = true;
            }
        }
        usort(
            $pairs,
            fn (array $x, array $y): int => $y[2] <=> $x[2] ?:
            strcmp($this->digests[$x[0]].$this->digests[$x[1]], $this->digests[$y[0]].$this->digests[$y[1]]),
        );
        $large = $this->largeParts($pairs);
        $group = [];
        $members = [];
        foreach ($pairs as [$a, $b]) {
            if (isset($large[$a]) && ($this->called)($a) !== ($this->called)($b)) {
                continue;
            }
            $ours = $group[$a] ?? $a;
            $theirs = $group[$b] ?? $b;
            if ($ours === $theirs || ! $this->allAgree($members[$ours] ?? [$a], $members[$theirs] ?? [$b])) {
                continue;
            }
            $members[$ours] = [...$members[$ours] ?? [$a], ...$members[$theirs] ?? [$b]];
            foreach ($members[$ours] as $member) {
                $group[$member] = $ours;
            }
            unset($members[$theirs]);
        }
        $whole = [];
        foreach (array_keys($this->digests) as $page) {
            $leader = $this->leader($page);
            $whole[$group[$leader] ?? $leader][] = $page;
        }
        $whole = array_filter($whole, static fn (array $pages): bool => count($pages) > 1);
        foreach ($whole as &$pages) {
            usort($pages, fn (int $a, int $b): int => strcmp($this->digests[$a], $this->digests[$b]));
        }
        unset($pages);
        usort($whole, fn (array $a, array $b): int => strcmp($this->digests[$a[0]], $this->digests[$b[0]]));

        return $whole;
    }

    private function leader(int $page): int
    {
        while (isset($this->follows[$page])) {
            $page = $this->follows[$page];
        }

        return $page;
    }

    /**
     * @param  list<int>  $ours
     * @param  list<int>  $theirs
     */
    private function allAgree(array $ours, array $theirs): bool
    {
        foreach ($this->asked($ours) as $a) {
            foreach ($this->asked($theirs) as $b) {
                $key = $a < $b ? "$a $b" : "$b $a";
                $this->judged[$key] ??= ($this->agree)($a, $b);
                if (! $this->judged[$key]) {
                    return false;
                }
            }
        }

        return true;
    }

    /**
     * @param  list<int>  $pages
     * @return list<int>
     */
    private function asked(array $pages): array
    {
        if (count($pages) <= self::ASKED) {
            return $pages;
        }
        usort($pages, fn (int $a, int $b): int => strcmp($this->digests[$a], $this->digests[$b]));

        return array_slice($pages, 0, self::ASKED);
    }

    /**
     * @param  list<array{int, int, float}>  $pairs
     * @return array<int, true> pages of parts that are too large to be judged pair by pair
     */
    private function largeParts(array $pairs): array
    {
        /** @var array<int, int> $parent */
        $parent = [];
        $top = static function (int $page) use (&$parent): int {
            /** @var array<int, int> $parent */
            while (isset($parent[$page])) {
                $page = $parent[$page];
            }

            return $page;
        };
        $size = [];
        foreach ($pairs as [$a, $b]) {
            [$x, $y] = [$top($a), $top($b)];
            if ($x !== $y) {
                if (($size[$x] ?? 1) < ($size[$y] ?? 1)) {
                    [$x, $y] = [$y, $x];
                }
                $parent[$y] = $x;
                $size[$x] = ($size[$x] ?? 1) + ($size[$y] ?? 1);
            }
        }
        $large = [];
        foreach ($pairs as [$a, $b]) {
            if (($size[$top($a)] ?? 1) > self::LARGE) {
                $large[$a] = $large[$b] = true;
            }
        }

        return $large;
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

use Closure;

/**
 * Finds which pages of an inventory are worth comparing, and groups those that turn out to be the same.
 *
 * Candidates come by address, by identity and by likeness of text. Pages that are the same to the letter stand for each
 * other: the first of them is compared, the others follow it. What is found does not depend on the order of input.
 */
final class TangleFinder
{
    /** Pages that share a mark beyond which not each is compared with each: they are taken as a chain. */
    private const CROWD = 40;

    private const NEXT_IN_CROWD = 8;

    /** A heading that more pages than this share is a banner and no name. */
    private const BANNER = 60;

    /** @var array<int, PageMarks> */
    private array $pages = [];

    /** @var array<string, array{int, int}> pairs worth judging that no mark tells */
    private array $asked = [];

    /** @var array<string, true> pairs of which one names the other as canonical */
    private array $declared = [];

    /** @var array<string, true> */
    private array $versions = [];

    /** @var array<int, true> pages that stand for themselves alone, whatever they share */
    private array $alone = [];

    private int $compared = 0;

    public function __construct(private readonly AddressForm $form)
    {
    }

    public function add(PageMarks $marks): void
    {
        $this->pages[$marks->page] = $marks;
    }

    public function knows(int $page): bool
    {
        return isset($this->pages[$page]);
    }

    /**
     * Two pages that something else than their marks brings together: one names the other as canonical, or differs by a
     * parameter that changes nothing.
     *
     * @param  bool  $isDeclared  whether one names the other
     */
    public function ask(int $a, int $b, bool $isDeclared = false): void
    {
        $this->asked[self::key($a, $b)] = [min($a, $b), max($a, $b)];
        $isDeclared && ($this->declared[self::key($a, $b)] = true);
    }

    public function isDeclared(int $a, int $b): bool
    {
        return isset($this->declared[self::key($a, $b)]);
    }

    /**
     * hreflang names the two as versions of each other.
     *
     * @param  bool  $isAlone  whether the first stands for itself alone; a copy of one of them does not
     */
    public function versions(int $a, int $b, bool $isAlone = true): void
    {
        $this->versions[self::key($a, $b)] = true;
        $isAlone && $this->alone($a);
        $this->alone($b);
    }

    /** A page that no other stands for, and that stands for no other. */
    public function alone(int $page): void
    {
        $this->alone[$page] = true;
    }

    public function areVersions(int $a, int $b): bool
    {
        return isset($this->versions[self::key($a, $b)]);
    }

    /**
     * Pages that are the same to the letter as another: the one with the least digest stands for them. Versions in
     * other languages or markets stand for themselves, whatever they share.
     *
     * @return array<int, int> the page that stands for it, by page
     */
    public function representatives(): array
    {
        $first = $stands = [];
        foreach ($this->pages as $page) {
            if ($page->identity !== '' && ! isset($this->alone[$page->page])) {
                $known = $first[$page->identity] ?? null;
                if ($known === null || strcmp($page->digest, $this->pages[$known]->digest) < 0) {
                    $first[$page->identity] = $page->page;
                }
            }
        }
        foreach ($this->pages as $page) {
            $other = $first[$page->identity] ?? $page->page;
            if ($other !== $page->page && $page->identity !== '' && ! isset($this->alone[$page->page])) {
                $stands[$page->page] = $other;
            }
        }

        return $stands;
    }

    /** @return \Generator<array{int, int}> pairs to be judged, each once, the smaller number first */
    public function candidates(): \Generator
    {
        $stands = $this->representatives();
        // What a page declares holds for the page that stands for it.
        foreach (array_intersect_key($this->asked, $this->declared) as [$a, $b]) {
            $this->declared[self::key($stands[$a] ?? $a, $stands[$b] ?? $b)] = true;
        }
        $groups = [];
        $twins = new NearTwins();
        foreach ($this->pages as $page) {
            if (isset($stands[$page->page])) {
                continue;
            }
            $twins->add($page->page, $page->signature);
            foreach (
                ['number' => $page->number, 'items' => $page->items, 'called' => $page->called] as $sort => $mark
            ) {
                if ($mark !== '') {
                    $groups["$sort $mark"][] = $page->page;
                }
            }
        }
        foreach ($this->pages as $page) {
            $groups['form '.$this->form->of($page->url)][$stands[$page->page] ?? $page->page] =
                $stands[$page->page] ?? $page->page;
        }
        $seen = [];
        foreach ($this->inGroups($groups) as [$a, $b]) {
            if (! isset($seen[($key = self::key($a, $b))])) {
                $seen[$key] = true;
                yield [min($a, $b), max($a, $b)];
            }
        }
        unset($groups);
        foreach ($this->asked as [$a, $b]) {
            [$a, $b] = [$stands[$a] ?? $a, $stands[$b] ?? $b];
            if ($a !== $b && isset($this->pages[$a], $this->pages[$b]) && ! isset($seen[($key = self::key($a, $b))])) {
                $seen[$key] = true;
                yield [min($a, $b), max($a, $b)];
            }
        }
        foreach ($twins->pairs() as [$a, $b]) {
            if (! isset($seen[self::key($a, $b)])) {
                yield [$a, $b];
            }
        }
        $this->compared = $twins->candidates();
    }

    /** Pairs of signatures that were compared on the way to the candidates. */
    public function compared(): int
    {
        return $this->compared;
    }

    /**
     * @param  array<int, string>  $digests  16 bytes by page: also of those that only act as others
     * @param  array<int, int>  $acts  the page that each acts as, whatever it shows: redirects, parameters that change
     *     nothing
     * @param  iterable<array{int, int, float}>  $same  pairs that were judged to stand in one tangle, with how sure
     *     that is
     * @param  Closure(int, int): bool  $agree  whether two pages stand in one tangle; asked of pairs that are not among
     *     them
     * @return list<list<int>>
     */
    public function tangles(array $digests, array $acts, iterable $same, Closure $agree): array
    {
        $tangles = new Tangles($digests, $agree, fn (int $page): string => $this->pages[$page]->called ?? '');
        foreach ($acts + $this->representatives() as $page => $other) {
            $tangles->follow($page, $other);
        }
        foreach ($same as [$a, $b, $sureness]) {
            $tangles->pair($a, $b, $sureness);
        }

        return $tangles->groups();
    }

    /**
     * @param  array<string, array<int>>  $groups
     * @return \Generator<array{int, int}>
     */
    private function inGroups(array $groups): \Generator
    {
        foreach ($groups as $mark => $pages) {
            if (($count = count($pages)) < 2 || ($count > self::BANNER && str_starts_with((string) $mark, 'called'))) {
                continue;
            }
            usort($pages, fn (int $a, int $b): int => strcmp($this->pages[$a]->digest, $this->pages[$b]->digest));
            $reach = $count > self::CROWD ? self::NEXT_IN_CROWD : $count;
            foreach ($pages as $i => $a) {
                for ($j = $i + 1, $end = min($count, $i + 1 + $reach); $j < $end; $j++) {
                    yield [$a, $pages[$j]];
                }
            }
        }
    }

    private static function key(int $a, int $b): string
    {
        return $a < $b ? "$a $b" : "$b $a";
    }
}

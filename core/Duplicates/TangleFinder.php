<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

use Closure;

/**
 * Finds the tangles of an inventory: candidates by address, by identity and by likeness of text; each judged; then grouped so that each
 * page of a group is the same as each other.
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

    /** @var array<int, int> the page that each acts as */
    private array $acts = [];

    /** @var array<string, array{int, int}> pairs worth judging that no mark tells */
    private array $asked = [];

    /** @var array<string, true> */
    private array $versions = [];

    /** @var array<string, Resemblance> */
    private array $judged = [];

    private NearTwins $twins;

    /**
     * @param  Closure(int): Identity  $identity
     */
    public function __construct(private readonly AddressForm $form, private readonly Judge $judge, private readonly Closure $identity)
    {
        $this->twins = new NearTwins;
    }

    public function add(PageMarks $marks): void
    {
        $this->pages[$marks->page] = $marks;
        $this->twins->add($marks->page, $marks->signature);
    }

    /** A page that shows nothing of its own and acts as another, such as a redirect. */
    public function acts(int $page, int $other): void
    {
        $this->acts[$page] = $other;
    }

    /** Two pages that something else than their marks brings together: one names the other as canonical, or differs by a parameter that changes nothing. */
    public function ask(int $a, int $b): void
    {
        $this->asked[self::key($a, $b)] = [min($a, $b), max($a, $b)];
    }

    /** hreflang names the two as versions of each other. */
    public function versions(int $a, int $b): void
    {
        $this->versions[self::key($a, $b)] = true;
    }

    /** How two pages stand to each other. */
    public function resemblance(int $a, int $b): Resemblance
    {
        return $this->judged[self::key($a, $b)] ??= $this->judge->judge(($this->identity)(min($a, $b)), ($this->identity)(max($a, $b)), isset($this->versions[self::key($a, $b)]));
    }

    /**
     * @param  array<int, string>  $digests  16 bytes by page: also of those that only act as others
     * @param  ?Closure(): void  $beat  called now and then: this takes its time
     * @return list<list<int>>
     */
    public function tangles(array $digests, ?Closure $beat = null): array
    {
        $tangles = new Tangles($digests, $this->resemblance(...), fn (int $page): string => $this->pages[$page]->called ?? '');
        foreach ($this->acts as $page => $other) {
            $tangles->follow($page, $other);
        }
        $seen = [];
        foreach ($this->candidates() as [$a, $b]) {
            if (! isset($seen[$key = self::key($a, $b)])) {
                $seen[$key] = true;
                $kin = $this->resemblance($a, $b);
                $kin->kinship->tangles() && $tangles->pair($a, $b, $kin->sureness);
                count($seen) % 200 === 0 && $beat !== null && $beat();
            }
        }

        return $tangles->groups();
    }

    /**
     * What was judged on the way to be a clone: another name with the same text.
     *
     * @return list<array{int, int}>
     */
    public function clones(): array
    {
        $clones = [];
        foreach ($this->judged as $key => $kin) {
            if ($kin->kinship === Kinship::Clone) {
                [$a, $b] = explode(' ', $key);
                $clones[] = [(int) $a, (int) $b];
            }
        }

        return $clones;
    }

    public function judgements(): int
    {
        return count($this->judged);
    }

    /** @return \Generator<array{int, int}> pairs to be judged; one may come twice */
    private function candidates(): \Generator
    {
        $groups = [];
        foreach ($this->pages as $page) {
            foreach (['form' => $this->form->of($page->url), 'same' => $page->identity, 'number' => $page->number, 'items' => $page->items, 'called' => $page->called] as $sort => $mark) {
                if ($mark !== '') {
                    $groups["$sort $mark"][] = $page->page;
                }
            }
        }
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
        unset($groups);
        yield from $this->asked;
        foreach ($this->twins->pairs() as $pair) {
            yield $pair;
        }
    }

    private static function key(int $a, int $b): string
    {
        return $a < $b ? "$a $b" : "$b $a";
    }
}

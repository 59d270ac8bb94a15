<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use Orchard\Core\Duplicates\Kinship;
use Orchard\Core\Duplicates\PairReason;
use Orchard\Core\Duplicates\TangleFinder;
use Orchard\Core\Reasons\Reason;

/** Which pages are one: by what was judged of pairs, by redirects, and by parameters that change nothing. */
final class Tangles
{
    /** Sureness in thousandths up to which the words of two pages say too little to keep them apart. */
    private const TOO_LITTLE = 500;

    /** @var array<int, int> the page that each acts as */
    private array $acts = [];

    /** @var array<int, Reason> why it acts as that */
    private array $why = [];

    /** @var array<int, list<int>> members by tangle; a tangle's number is that of its page with the least digest */
    private array $members = [];

    /** @var array<int, int> */
    private array $tangleOf = [];

    public function __construct(
        private readonly Inventory $inventory,
        private readonly TangleFinder $finder,
        private readonly Identities $identities,
        private readonly PairBook $pairs,
        private readonly AddressRules $addresses,
        private readonly Parameters $parameters,
    ) {
    }

    public function find(): void
    {
        $this->followRedirects();
        $digests = $this->followParameters();
        $isIn = fn (int $page): bool => ! $this->addresses->isApart($page);
        $same = (function () use ($isIn): \Generator {
            foreach ($this->pairs->tangling() as $pair) {
                if ($isIn($pair[0]) && $isIn($pair[1])) {
                    yield $pair;
                }
            }
        })();
        foreach (
            $this->finder->tangles(
                $digests,
                array_filter($this->acts, $isIn, ARRAY_FILTER_USE_KEY),
                $same,
                fn (int $a, int $b): bool => $isIn($a) &&
                    $isIn($b) &&
                    ($this->pairs->of($a, $b)->kinship->tangles() || $this->areOneByTheirWord($a, $b)),
            ) as $group
        ) {
            $group = array_values(array_filter($group, $isIn));
            if (count($group) > 1) {
                $this->members[$group[0]] = $group;
                foreach ($group as $page) {
                    $this->tangleOf[$page] = $group[0];
                }
            }
        }
    }

    /** @return array<int, list<int>> members by tangle */
    public function all(): array
    {
        return $this->members;
    }

    /** The tangle of a page; 0 where it is in none. */
    public function of(int $page): int
    {
        return $this->tangleOf[$page] ?? 0;
    }

    /** Why a page acts as another, by a redirect or its parameters; null where it does not. */
    public function whyActs(int $page): ?Reason
    {
        return $this->why[$page] ?? null;
    }

    private function followRedirects(): void
    {
        foreach ($this->inventory->pages as $page) {
            if ($page->status >= 300 && $page->status < 400) {
                $end = $this->inventory->actsAs($page->id);
                if ($end !== null && $this->finder->knows($end)) {
                    $this->acts[$page->id] = $end;
                    $this->why[$page->id] = new Reason(PairReason::Redirects);
                }
            }
        }
    }

    /** @return array<int, string> digest by page, of those that may be in a tangle */
    private function followParameters(): array
    {
        $digests = [];
        foreach ($this->inventory->pages as $page) {
            if (isset($this->acts[$page->id]) || $this->finder->knows($page->id)) {
                $digests[$page->id] = $page->digest;
            }
            $bare = $this->finder->knows($page->id)
                ? FindWork::withoutSilent($page->url, $this->addresses->effects, $this->parameters)
                : null;
            if (
                $bare !== null &&
                $bare !== $page->id &&
                $this->finder->knows($bare) &&
                $this->addresses->decided($page->id, 'apart') === null
            ) {
                $this->followSilent($page->id, $bare);
            }
        }

        return $digests;
    }

    /**
     * A parameter changes nothing: the page acts as the one without it, unless what the two show says that this one
     * time it does not.
     */
    private function followSilent(int $page, int $bare): void
    {
        $kin = $this->pairs->of($page, $bare);
        $hasOneNumber =
            $kin->kinship->tangles() || $this->identities->of($page)->number === $this->identities->of($bare)->number;
        if (! $kin->differs && $kin->kinship !== Kinship::Language && $hasOneNumber) {
            $this->acts[$page] = $bare;
            $this->why[$page] = $this->addresses->silentIn($this->inventory->pages[$page]->url);
        }
    }

    /** Two pages whose own words say too little both name a third, which is the same as either. */
    private function areOneByTheirWord(int $a, int $b): bool
    {
        $kin = $this->pairs->of($a, $b);
        if ($kin->kinship !== Kinship::Distinct || $kin->sureness > self::TOO_LITTLE) {
            return false;
        }
        [$ofA, $ofB] = [
            $this->inventory->find($this->inventory->declared($this->inventory->pages[$a])) ?? $a,
            $this->inventory->find($this->inventory->declared($this->inventory->pages[$b])) ?? $b,
        ];
        $isOne = fn (int $page, int $other): bool => $page === $other ||
            $this->pairs->of($page, $other)->kinship->tangles();

        return $ofA === $ofB && $this->finder->knows($ofA) && $isOne($a, $ofA) && $isOne($b, $ofA);
    }
}

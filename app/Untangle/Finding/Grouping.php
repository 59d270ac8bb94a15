<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Platform\Work\WorkRun;
use Orchard\Core\Duplicates\Judge;
use Orchard\Core\Duplicates\TangleFinder;

/**
 * Makes tangles of what was judged, chooses their keepers, says what is declared and what should be done, and gathers
 * it by cause.
 */
final readonly class Grouping
{
    /** Pages whose pairs are fetched together. */
    private const CHUNK = 1000;

    /** @param  array<int, list<array{code: string, url: string}>>  $versions  that pages name by hreflang */
    public function __construct(
        private WorkRun $run,
        private Inventory $inventory,
        private TangleFinder $finder,
        private Identities $identities,
        private Judge $judge,
        private array $versions,
    ) {
    }

    public function work(): void
    {
        $store = $this->inventory->store;
        $addresses = new AddressRules($store);
        $parameters = new Parameters($store);
        $pairs = new PairBook($this->run, $this->inventory, $this->finder, $this->identities, $this->judge);
        $tangles = new Tangles($this->inventory, $this->finder, $this->identities, $pairs, $addresses, $parameters);
        $tangles->find();
        $this->run->beat(force: true);
        $keepers = new Keepers($this->inventory, $tangles, $addresses);
        $keepers->choose();
        $this->run->beat(force: true);
        $causes = new CauseTally($store);
        $rows = new FoundRows(
            $this->inventory,
            $tangles,
            $keepers,
            new CanonicalCases($this->inventory, $this->finder, $pairs, $addresses, $tangles, $keepers),
            new PageAdvising($this->inventory, $tangles, $keepers, $pairs, $addresses, $causes),
        );
        foreach (array_chunk($this->inventory->pages, self::CHUNK) as $pages) {
            $pairs->fetch($this->askedAbout($pages, $tangles, $keepers));
            foreach ($pages as $page) {
                if ($page->status > 0) {
                    $rows->add($page);
                    $this->run->beat();
                }
            }
        }
        $rows->write($this->run, $causes);
        Facets::rebuild($this->run, $this->inventory, $this->identities, $addresses->effects, $parameters);
        VersionFaults::rebuild($this->run, $this->inventory, $this->versions, $keepers->folded());
        LostPages::rebuild($this->run, $this->inventory, $this->identities);
    }

    /**
     * Pairs that the rows of some pages ask about: each with its keeper, and with what it declares.
     *
     * @param  list<SeenPage>  $pages
     * @return list<array{int, int}>
     */
    private function askedAbout(array $pages, Tangles $tangles, Keepers $keepers): array
    {
        $pairs = [];
        foreach ($pages as $page) {
            foreach (
                [$keepers->pageOf($tangles->of($page->id)), $this->inventory->find($this->inventory->declared($page))] as $other
            ) {
                $other === null || $other === $page->id || ($pairs[] = [$page->id, $other]);
            }
        }

        return $pairs;
    }
}

<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use Orchard\Core\Duplicates\Keeper;
use Orchard\Core\Duplicates\KeeperEvidence;
use Orchard\Core\Url\PageUrl;

/** Which page of each tangle stays. */
final class Keepers
{
    /** @var array<int, ?Keeper> by tangle */
    private array $keepers = [];

    public function __construct(
        private readonly Inventory $inventory,
        private readonly Tangles $tangles,
        private readonly AddressRules $addresses,
    ) {
    }

    public function choose(): void
    {
        $before = array_fill_keys(
            Bulk::ids(
                Rows::all('SELECT keeper_page FROM untangle_tangles WHERE store_id = ?', [$this->inventory->store->id]),
                'keeper_page',
            ),
            true,
        );
        $redirected = array_count_values($this->redirectTargets());
        foreach ($this->tangles->all() as $tangle => $group) {
            $was = $decided = null;
            foreach ($group as $page) {
                if (PageUrl::parse($this->inventory->pages[$page]->url) !== null) {
                    isset($before[$page]) && ($was ??= $page);
                    $this->addresses->decided($page, 'keeper') === 'yes' && ($decided = $page);
                }
            }
            $evidence = $this->evidence($group, $redirected);
            $this->keepers[$tangle] = $evidence === [] ? null : Keeper::choose($evidence, $was, $decided);
        }
    }

    public function of(int $tangle): ?Keeper
    {
        return $this->keepers[$tangle] ?? null;
    }

    /** The page that stays of a tangle; null where there is none. */
    public function pageOf(int $tangle): ?int
    {
        return $this->of($tangle)?->page;
    }

    /** @return array<int, true> pages that fold into another: members of tangles that are not their keepers */
    public function folded(): array
    {
        $folded = [];
        foreach ($this->tangles->all() as $tangle => $group) {
            $keeper = $this->pageOf($tangle);
            foreach ($keeper === null ? [] : $group as $page) {
                if ($page !== $keeper && $this->inventory->pages[$page]->status === 200) {
                    $folded[$page] = true;
                }
            }
        }

        return $folded;
    }

    /**
     * @param  list<int>  $group
     * @param  array<int, int>  $redirected  how many redirects lead to a page
     * @return list<KeeperEvidence>
     */
    private function evidence(array $group, array $redirected): array
    {
        $declaredBy = $chosenBy = [];
        foreach ($group as $page) {
            $to = $this->inventory->find($this->inventory->declared($this->inventory->pages[$page]));
            $to === null || $to === $page || ($declaredBy[$to] = ($declaredBy[$to] ?? 0) + 1);
            $chosen = $this->inventory->chosen($page);
            $chosen === null || ($chosenBy[$chosen] = ($chosenBy[$chosen] ?? 0) + 1);
        }
        $evidence = [];
        foreach ($group as $page) {
            $seen = $this->inventory->pages[$page];
            $url = PageUrl::parse($seen->url);
            $url === null ||
                ($evidence[] = new KeeperEvidence(
                    $page,
                    $url,
                    $seen->mayBeListed(),
                    $declaredBy[$page] ?? 0,
                    $this->inventory->declared($seen) === $seen->url,
                    $redirected[$page] ?? 0,
                    $seen->linksIn,
                    $seen->inSitemap,
                    $seen->clicks,
                    $seen->impressions,
                    $this->inventory->backlinks($page),
                    $chosenBy[$page] ?? 0,
                    $seen->depth,
                    KeeperEvidence::tidinessOf($url, $this->addresses->form),
                ));
        }

        return $evidence;
    }

    /** @return list<int> where redirects lead, once for each */
    private function redirectTargets(): array
    {
        $targets = [];
        foreach ($this->inventory->pages as $page) {
            $to = $page->redirect === null ? null : $this->inventory->endOf($page->id);
            $to === null || ($targets[] = $to);
        }

        return $targets;
    }
}

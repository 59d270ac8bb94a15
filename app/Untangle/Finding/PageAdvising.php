<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Platform\Typed;
use App\Untangle\Deciding\CauseSort;
use App\Untangle\Deciding\OwnDemand;
use App\Untangle\Deciding\Policy;
use App\Untangle\Deciding\Standing;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Duplicates\AddressForm;
use Orchard\Core\Duplicates\Cause;
use Orchard\Core\Duplicates\CauseType;
use Orchard\Core\Duplicates\Kinship;
use Orchard\Core\Duplicates\ParameterEffect;
use Orchard\Core\LinkGraph\CanonicalVerdict;
use Orchard\Core\Url\PageUrl;

/** Says of each page what its cause is and what should be done, by what people decided and what is sure. */
final class PageAdvising
{
    /** How sure it is that a page narrows a list, where its parameters say so. */
    private const SURE_OF_NARROWING = 0.9;

    /** How sure a fault in what is declared is, where the change is not safe. */
    private const SURE_OF_FAULT = 0.6;

    private readonly OwnDemand $demand;

    /** @var ?array<int, string> */
    private ?array $facets = null;

    public function __construct(
        private readonly Inventory $inventory,
        private readonly Tangles $tangles,
        private readonly Keepers $keepers,
        private readonly PairBook $pairs,
        private readonly AddressRules $addresses,
        private readonly CauseTally $causes,
    ) {
        $this->demand = new OwnDemand($inventory->store);
    }

    public function advise(SeenPage $page, CanonicalVerdict $verdict): PageAdvice
    {
        $keeper = $this->keepers->pageOf($this->tangles->of($page->id));
        // Two filters that leave the same products are one page, but what counts is that both narrow the wider list.
        $isBeside =
            $keeper !== null &&
            $keeper !== $page->id &&
            ! (
                $this->addresses->narrowing($page) !== [] &&
                $this->addresses->narrowing($this->inventory->pages[$keeper]) !== []
            );

        return match (true) {
            $isBeside => $this->beside($page, $keeper, $verdict),
            $this->addresses->narrowing($page) !== [] => $this->narrow($page, $verdict),
            $verdict->isFault() => $this->declared($page, $verdict),
            default => new PageAdvice('', Policy::declared($verdict, 'leave', false)),
        };
    }

    private function beside(SeenPage $page, int $keeper, CanonicalVerdict $verdict): PageAdvice
    {
        $tangle = $this->tangles->of($page->id);
        $kept = $this->inventory->pages[$keeper];
        [$url, $keptUrl] = [PageUrl::parse($page->url), PageUrl::parse($kept->url)];
        if ($url === null || $keptUrl === null) {
            throw new \LogicException("{$page->url} is no address.");
        }
        $acts = $this->tangles->whyActs($page->id);
        $kin = $acts === null ? $this->pairs->of($page->id, $keeper)->asMember() : PairVerdict::same($acts);
        $isRedirect = $page->status >= 300 && $page->status < 400;
        $isVariant =
            $kin->kinship === Kinship::Variant ||
            in_array(ParameterEffect::Variant, $this->addresses->effectsBetween($page->url, $kept->url), true);
        $cause = $isRedirect ? Cause::of(CauseType::Redirects) : $this->addresses->form->cause($url, $keptUrl);
        $sort = CauseSort::of($cause->type, $isVariant);
        $decision = $this->causes->of($cause, $sort)->decision;
        $own = $this->addresses->decided($page->id, 'action');
        $choice = $own ?? ($decision ?? $this->addresses->rules->choice($sort));
        $isLetter = $acts === null && $this->pairs->standsFor($page->id) === $this->pairs->standsFor($keeper);
        $isLearned =
            ! in_array($sort, [CauseSort::Parameter, CauseSort::Variant], true) ||
            $isLetter ||
            $this->addresses->areSure($url, $keptUrl);
        $hops =
            $isRedirect &&
            $acts !== null &&
            $page->redirect !== null &&
            $this->inventory->find($page->redirect) !== $keeper;
        $policy = Policy::beside(
            $choice,
            $own !== null || $decision !== null,
            new Standing(
                $page->status,
                $hops ? CanonicalVerdict::Redirected : $verdict,
                $page->whyNot->isClosed(),
                $kin->sureness / 1000,
                $isLearned,
                $this->keepers->of($tangle)->lead ?? 0.0,
                Standing::isBusier($page->clicks, $kept->clicks),
                $choice === 'demand' && $sort === CauseSort::Variant
                    ? $this->demand->of($url, $keptUrl, $tangle, fn (): array => $this->tangles->all()[$tangle] ?? [])
                    : null,
            ),
        );
        $this->causes
            ->of($cause, $sort)
            ->add($sort, new CountedPage($page, $tangle, $policy, $kin->sureness / 1000, $own !== null));

        return new PageAdvice(bin2hex($cause->digest()), $policy, $kin);
    }

    private function narrow(SeenPage $page, CanonicalVerdict $verdict): PageAdvice
    {
        $url = PageUrl::parse($page->url) ?? throw new \LogicException("{$page->url} is no address.");
        $cause = Cause::of(
            CauseType::Narrows,
            implode(' + ', $this->addresses->narrowing($page)),
            AddressForm::scopeOf($url),
        );
        $own = $this->addresses->decided($page->id, 'action');
        $count = $this->causes->of($cause, CauseSort::Narrow);
        $policy = Policy::narrow(
            $own ?? ($count->decision ?? $this->addresses->rules->choice(CauseSort::Narrow)),
            $verdict,
            $page->whyNot->isClosed(),
            ($this->facets()[$page->id] ?? '') === 'promoted',
        );
        $count->add(CauseSort::Narrow, new CountedPage($page, 0, $policy, self::SURE_OF_NARROWING, $own !== null));

        return new PageAdvice(bin2hex($cause->digest()), $policy);
    }

    /** What a page declares of itself is wrong. */
    private function declared(SeenPage $page, CanonicalVerdict $verdict): PageAdvice
    {
        $url = PageUrl::parse($page->url);
        if ($url === null) {
            return new PageAdvice('', Policy::declared($verdict, 'leave', false));
        }
        $parts = $this->addresses->parametersThat(ParameterEffect::Part, $page);
        $cause =
            $verdict === CanonicalVerdict::Paging && $parts !== []
                ? Cause::of(CauseType::Paging, implode(' + ', $parts), AddressForm::scopeOf($url))
                : Cause::of(CauseType::Declared, $verdict->value, AddressForm::shape($url));
        $sort = CauseSort::of($cause->type, false);
        $own = $this->addresses->decided($page->id, 'action');
        $count = $this->causes->of($cause, $sort);
        $policy = Policy::declared(
            $verdict,
            $own ?? ($count->decision ?? $this->addresses->rules->choice($sort)),
            $own !== null || $count->decision !== null,
        );
        $sureness = $policy->isSafe ? 1.0 : self::SURE_OF_FAULT;
        $count->add($sort, new CountedPage($page, $this->tangles->of($page->id), $policy, $sureness, $own !== null));

        return new PageAdvice(bin2hex($cause->digest()), $policy);
    }

    /** @return array<int, string> state of narrowed lists, as of the last time */
    private function facets(): array
    {
        return $this->facets ??= DB::table('untangle_facets')
            ->where('store_id', $this->inventory->store->id)
            ->pluck('state', 'page_id')
            ->map(Typed::text(...))
            ->all();
    }
}

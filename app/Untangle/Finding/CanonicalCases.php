<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Inventory\WhyNot;
use App\Stores\Kinds\PageKind;
use Orchard\Core\Duplicates\Kinship;
use Orchard\Core\Duplicates\ParameterEffect;
use Orchard\Core\Duplicates\TangleFinder;
use Orchard\Core\LinkGraph\CanonicalCase;
use Orchard\Core\LinkGraph\CanonicalTarget;
use Orchard\Core\LinkGraph\Declarations;
use Orchard\Core\Url\PageUrl;

/** Puts together what is known of the canonical that a page declares. */
final class CanonicalCases
{
    /** Sureness in thousandths from which two pages are unlike, and likeness below which they are. */
    private const SURE = 900;

    private const UNLIKE = 300;

    private readonly Declarations $ways;

    public function __construct(
        private readonly Inventory $inventory,
        private readonly TangleFinder $finder,
        private readonly PairBook $pairs,
        private readonly AddressRules $addresses,
        private readonly Tangles $tangles,
        private readonly Keepers $keepers,
    ) {
        $declared = [];
        foreach ($inventory->pages as $page) {
            $to = $inventory->declared($page);
            if ($to !== null) {
                $declared[$page->id] = $inventory->find($to) ?? -1;
            }
        }
        $this->ways = new Declarations($declared);
    }

    public function of(SeenPage $page): CanonicalCase
    {
        $declared = $this->inventory->declared($page);
        $keeper = $this->keepers->pageOf($this->tangles->of($page->id));

        return new CanonicalCase(
            $page->url,
            $page->mayBeListed() && ! PageKind::from($page->kind)->isKeptOut(),
            $page->tags,
            $page->header,
            $page->strays,
            $keeper === null ? null : $keeper === $page->id,
            $declared === null || $declared === $page->url ? null : $this->target($page, $declared, $keeper),
        );
    }

    private function target(SeenPage $page, string $declared, ?int $keeper): CanonicalTarget
    {
        $id = $this->inventory->find($declared);
        $other = $id === null ? null : $this->inventory->pages[$id] ?? null;
        $isJudged = $other !== null && $this->finder->knows($page->id) && $this->finder->knows($other->id);
        $kin = $isJudged ? $this->pairs->of($page->id, $other->id) : null;
        $effects = $this->addresses->effectsBetween($page->url, $declared);
        [$own, $url] = [PageUrl::parse($page->url), PageUrl::parse($declared)];
        $tangle = $this->tangles->of($page->id);

        return new CanonicalTarget(
            isOwnHost: $url !== null && in_array($url->authority, $this->addresses->form->hosts, true),
            isKnown: $other !== null,
            status: $other->status ?? 0,
            isBarred: $other?->whyNot === WhyNot::Barred,
            isClosed: $other?->whyNot->isClosed() ?? false,
            leadsBack: $id !== null && $this->ways->leadsBack($page->id),
            namesAnother: $id !== null && $this->ways->namesAnother($id),
            isUnlike: $kin?->kinship === Kinship::Distinct &&
                ($kin->sureness >= self::SURE || $kin->likeness < self::UNLIKE),
            isFirstPart: in_array(ParameterEffect::Part, $effects, true) || $kin?->kinship === Kinship::Series,
            isVersion: ($id !== null && $this->finder->areVersions($page->id, $id)) ||
                $kin?->kinship === Kinship::Language,
            isWider: in_array(ParameterEffect::Narrows, $effects, true) || $kin?->kinship === Kinship::Narrower,
            isInTangle: $id !== null && $tangle !== 0 && $tangle === $this->tangles->of($id),
            isKeeper: $keeper !== null && $id === $keeper,
            isOtherForm: $url !== null && $own !== null && $url->isOtherFormOf($own),
        );
    }
}

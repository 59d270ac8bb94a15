<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Inventory\WhyNot;
use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Work\WorkRun;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Untangle\Deciding\CauseSort;
use App\Untangle\Deciding\Means;
use App\Untangle\Deciding\OwnDemand;
use App\Untangle\Deciding\Policy;
use App\Untangle\Deciding\Rules;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Duplicates\AddressForm;
use Orchard\Core\Duplicates\Cause;
use Orchard\Core\Duplicates\CauseType;
use Orchard\Core\Duplicates\Judge;
use Orchard\Core\Duplicates\Keeper;
use Orchard\Core\Duplicates\KeeperEvidence;
use Orchard\Core\Duplicates\Kinship;
use Orchard\Core\Duplicates\ParameterEffect;
use Orchard\Core\Duplicates\TangleFinder;
use Orchard\Core\LinkGraph\CanonicalCase;
use Orchard\Core\LinkGraph\CanonicalTarget;
use Orchard\Core\LinkGraph\CanonicalVerdict;
use Orchard\Core\LinkGraph\Declarations;
use Orchard\Core\Url\PageUrl;

/**
 * Makes tangles of what was judged, chooses their keepers, says what is declared and what should be done, and gathers
 * it by cause.
 */
final class Grouping
{
    private const COLUMNS = [
        'store_id', 'page_id', 'tangle_id', 'keeper_page', 'cause_id', 'kinship', 'likeness', 'sureness', 'reason',
        'declared', 'declared_page', 'verdict', 'notes', 'action', 'why', 'is_safe', 'chosen_page', 'clicks',
        'impressions',
    ];

    /** Sureness in thousandths up to which the words of two pages say too little to keep them apart. */
    private const TOO_LITTLE = 500;

    /** Pages whose pairs are fetched together. */
    private const CHUNK = 1000;

    private readonly Store $store;

    private readonly AddressForm $form;

    /** @var array<string, ParameterEffect> */
    private readonly array $effects;

    /** @var array<string, true> parameters whose effect is sure, or was said by a person */
    private array $sure = [];

    /** @var array<int, int> the page that stands for a page that is the same to the letter */
    private readonly array $stands;

    /** @var array<int, int> the page that each acts as */
    private array $acts = [];

    /** @var array<int, string> why it acts as that */
    private array $actsWhy = [];

    /** @var array<int, list<int>> members by tangle; a tangle's number is that of its page with the least digest */
    private array $tangles = [];

    /** @var array<int, int> */
    private array $tangleOf = [];

    /** @var array<int, ?Keeper> */
    private array $keepers = [];

    /** @var array<int, array<string, string>> what people decided of single pages, by page and sort */
    private array $decided = [];

    /** @var array<string, array{cause: Cause, sort: CauseSort, urls: int, to_do: int, tangles: array<int, true>, clicks: int, impressions: int, exceptions: int, sureness: float, safe: int, actions: array<string, int>, example: int, decision: ?string}> */
    private array $causes = [];

    /** @var ?array<int, string> */
    private ?array $facets = null;

    /** @var array<string, object> pairs fetched ahead, by "a b" */
    private array $fetched = [];

    private readonly Rules $rules;

    private readonly Declarations $ways;

    private readonly OwnDemand $demand;

    private readonly Parameters $parameters;

    /** @param  array<int, list<array{code: string, url: string}>>  $versions  that pages name by hreflang */
    public function __construct(
        private readonly WorkRun $run,
        private readonly Inventory $inventory,
        private readonly TangleFinder $finder,
        private readonly Identities $identities,
        private readonly Judge $judge,
        private readonly array $versions,
    ) {
        $this->store = $inventory->store;
        $this->effects = Knowledge::effects($this->store);
        foreach (
            DB::table('untangle_parameters')
                ->where('store_id', $this->store->id)
                ->get(['scope', 'name', 'is_sure', 'said']) as $row
        ) {
            if ($row->is_sure || $row->said !== null) {
                $this->sure["$row->scope $row->name"] = true;
            }
        }
        $this->form = Knowledge::form($this->store, $this->effects);
        $this->stands = $finder->representatives();
        $this->rules = Rules::of($this->store);
        $this->demand = new OwnDemand($this->store);
        $this->parameters = new Parameters($this->store);
        foreach (DB::table('untangle_decisions')->where('store_id', $this->store->id)->get() as $row) {
            $this->decided[(int) $row->page_id][(string) $row->sort] = (string) $row->value;
        }
        $declared = [];
        foreach ($inventory->pages as $page) {
            $to = $inventory->declared($page);
            if ($to !== null) {
                $declared[$page->id] = $inventory->find($to) ?? -1;
            }
        }
        $this->ways = new Declarations($declared);
    }

    public function work(): void
    {
        $this->findTangles();
        $this->run->beat(force: true);
        $this->chooseKeepers();
        $this->run->beat(force: true);
        foreach (
            DB::table('untangle_causes')->where('store_id', $this->store->id)->whereNotNull('decision')->get() as $row
        ) {
            $cause = Cause::of(CauseType::from((string) $row->type), (string) $row->parameter, (string) $row->scope);
            $this->cause($cause, CauseSort::from((string) $row->sort))['decision'] = (string) $row->decision;
        }
        $rows = new RowShelf();
        foreach (array_chunk($this->inventory->pages, self::CHUNK) as $pages) {
            $this->fetchPairs($pages);
            foreach ($pages as $page) {
                if ($page->status > 0) {
                    $rows->add($this->row($page));
                    $this->run->beat();
                }
            }
        }
        $this->write($rows);
        Facets::rebuild($this->run, $this->inventory, $this->identities, $this->effects, $this->parameters);
        VersionFaults::rebuild($this->run, $this->inventory, $this->versions, $this->foldedPages());
        LostPages::rebuild($this->run, $this->inventory, $this->identities);
    }

    private function findTangles(): void
    {
        $digests = [];
        foreach ($this->inventory->pages as $page) {
            if ($page->status >= 300 && $page->status < 400) {
                $end = $this->inventory->actsAs($page->id);
                if ($end !== null && $this->finder->knows($end)) {
                    $this->acts[$page->id] = $end;
                    $this->actsWhy[$page->id] = 'redirects to it';
                }
            }
        }
        foreach ($this->inventory->pages as $page) {
            if (isset($this->acts[$page->id]) || $this->finder->knows($page->id)) {
                $digests[$page->id] = $page->digest;
            }
            $bare = $this->finder->knows($page->id)
                ? FindWork::withoutSilent($page->url, $this->effects, $this->parameters)
                : null;
            if (
                $bare !== null &&
                $bare !== $page->id &&
                $this->finder->knows($bare) &&
                ! isset($this->decided[$page->id]['apart'])
            ) {
                $this->followSilent($page->id, $bare);
            }
        }
        $same = (function (): \Generator {
            for ($a = $b = 0; ; [$a, $b] = [(int) $pairs[count($pairs) - 1]->a, (int) $pairs[count($pairs) - 1]->b]) {
                $pairs = DB::select(
                    'SELECT a, b, sureness, kinship FROM untangle_pairs WHERE store_id = ? AND (a > ? OR (a = ?
                        AND b > ?)) ORDER BY a, b LIMIT 20000',
                    [$this->store->id, $a, $a, $b],
                );
                foreach ($pairs as $pair) {
                    if (
                        Kinship::from((string) $pair->kinship)->tangles() &&
                        ! $this->isApart((int) $pair->a) &&
                        ! $this->isApart((int) $pair->b)
                    ) {
                        yield [(int) $pair->a, (int) $pair->b, (int) $pair->sureness / 1000];
                    }
                }
                if ($pairs === []) {
                    return;
                }
            }
        })();
        $acts = array_filter($this->acts, fn (int $page): bool => ! $this->isApart($page), ARRAY_FILTER_USE_KEY);
        foreach (
            $this->finder->tangles(
                $digests,
                $acts,
                $same,
                fn (int $a, int $b): bool => ! $this->isApart($a) &&
                    ! $this->isApart($b) &&
                    ($this->kin($a, $b)['kinship']->tangles() || $this->areOneByTheirWord($a, $b)),
            ) as $group
        ) {
            $group = array_values(array_filter($group, fn (int $page): bool => ! $this->isApart($page)));
            if (count($group) > 1) {
                $this->tangles[$group[0]] = $group;
                foreach ($group as $page) {
                    $this->tangleOf[$page] = $group[0];
                }
            }
        }
    }

    /** Two pages whose own words say too little both name a third, which is the same as either. */
    private function areOneByTheirWord(int $a, int $b): bool
    {
        $kin = $this->kin($a, $b);
        if ($kin['kinship'] !== Kinship::Distinct || $kin['sureness'] > self::TOO_LITTLE) {
            return false;
        }
        [$ofA, $ofB] = [
            $this->inventory->find($this->inventory->declared($this->inventory->pages[$a])) ?? $a,
            $this->inventory->find($this->inventory->declared($this->inventory->pages[$b])) ?? $b,
        ];
        $isOne = fn (int $page, int $other): bool => $page === $other || $this->kin($page, $other)['kinship']->tangles();

        return $ofA === $ofB && $this->finder->knows($ofA) && $isOne($a, $ofA) && $isOne($b, $ofA);
    }

    /**
     * A parameter changes nothing: the page acts as the one without it, unless what the two show says that this one
     * time it does not.
     */
    private function followSilent(int $page, int $bare): void
    {
        $kin = $this->kin($page, $bare);
        $hasOneNumber =
            $kin['kinship']->tangles() || $this->identities->of($page)->number === $this->identities->of($bare)->number;
        if (! $kin['differs'] && $kin['kinship'] !== Kinship::Language && $hasOneNumber) {
            $url = PageUrl::parse($this->inventory->pages[$page]->url);
            $this->acts[$page] = $bare;
            $words = [];
            $scope = $url === null ? '' : AddressForm::scopeOf($url);
            foreach ($url === null ? [] : AddressForm::parameters($url) as [$name]) {
                $effect = $this->effects["$scope $name"] ?? null;
                $effect?->isSilent() && ($words[] = "$name {$effect->words()}");
            }
            $this->actsWhy[$page] = implode(', ', $words);
        }
    }

    private function isApart(int $page): bool
    {
        return ($this->decided[$page]['apart'] ?? '') === 'yes';
    }

    /**
     * What was judged of some pages and those that their rows ask about, fetched together.
     *
     * @param  list<SeenPage>  $pages
     */
    private function fetchPairs(array $pages): void
    {
        $this->fetched = $firsts = [];
        foreach ($pages as $page) {
            $tangle = $this->tangleOf[$page->id] ?? 0;
            foreach (
                [
                    $tangle === 0 ? null : $this->keepers[$tangle]?->page,
                    $this->inventory->find($this->inventory->declared($page)),
                ] as $other
            ) {
                if ($other !== null && $other !== $page->id) {
                    $firsts[min($this->stands[$page->id] ?? $page->id, $this->stands[$other] ?? $other)] = true;
                }
            }
        }
        foreach (
            $firsts === []
                ? []
                : DB::select(
                    'SELECT a, b, kinship, likeness, sureness, reason, differs FROM untangle_pairs WHERE store_id = ?
                        AND a IN ('.
                        Bulk::list(array_keys($firsts)).
                        ')',
                    [$this->store->id],
                ) as $pair
        ) {
            $this->fetched["$pair->a $pair->b"] = $pair;
        }
    }

    /** The page by which a page was judged: the first of those that are the same to the letter. */
    private function standsFor(int $page): int
    {
        return $this->stands[$page] ?? $page;
    }

    /** @return array{kinship: Kinship, likeness: int, sureness: int, reason: string, differs: bool} */
    private function kin(int $a, int $b): array
    {
        [$a, $b] = [$this->standsFor($a), $this->standsFor($b)];
        if ($a === $b) {
            return [
                'kinship' => Kinship::Same,
                'likeness' => 1000,
                'sureness' => 1000,
                'reason' => 'the same to the letter',
                'differs' => false,
            ];
        }
        $pair =
            $this->fetched[min($a, $b).' '.max($a, $b)] ??
            DB::selectOne(
                'SELECT kinship, likeness, sureness, reason, differs FROM untangle_pairs WHERE store_id = ? AND a = ?
                    AND b = ?',
                [$this->store->id, min($a, $b), max($a, $b)],
            );
        if ($pair !== null && $pair->kinship !== null) {
            return [
                'kinship' => Kinship::from((string) $pair->kinship),
                'likeness' => (int) $pair->likeness,
                'sureness' => (int) $pair->sureness,
                'reason' => (string) $pair->reason,
                'differs' => (bool) $pair->differs,
            ];
        }
        if (! $this->finder->knows($a) || ! $this->finder->knows($b)) {
            return [
                'kinship' => Kinship::Distinct,
                'likeness' => 0,
                'sureness' => 0,
                'reason' => 'shows nothing',
                'differs' => false,
            ];
        }
        $names = fn (int $page): ?int => $this->inventory->find(
            $this->inventory->declared($this->inventory->pages[$page]),
        );
        $kin = $this->judge->judge(
            $this->identities->of(min($a, $b)),
            $this->identities->of(max($a, $b)),
            $this->finder->areVersions($a, $b),
            $names($a) === $b || $names($b) === $a,
        );
        $this->run->beat();

        return [
            'kinship' => $kin->kinship,
            'likeness' => (int) round(1000 * $kin->likeness),
            'sureness' => (int) round(1000 * $kin->sureness),
            'reason' => $kin->reason,
            'differs' => $kin->difference !== null,
        ];
    }

    private function chooseKeepers(): void
    {
        $before = array_fill_keys(
            Bulk::ids(
                DB::select('SELECT keeper_page FROM untangle_tangles WHERE store_id = ?', [$this->store->id]),
                'keeper_page',
            ),
            true,
        );
        $redirected = array_count_values($this->redirectTargets());
        foreach ($this->tangles as $tangle => $group) {
            $declaredBy = $chosenBy = [];
            foreach ($group as $page) {
                $to = $this->inventory->find($this->inventory->declared($this->inventory->pages[$page]));
                $to === null || $to === $page || ($declaredBy[$to] = ($declaredBy[$to] ?? 0) + 1);
                $chosen = $this->inventory->chosen($page);
                $chosen === null || ($chosenBy[$chosen] = ($chosenBy[$chosen] ?? 0) + 1);
            }
            $evidence = [];
            $was = $decided = null;
            foreach ($group as $page) {
                $seen = $this->inventory->pages[$page];
                $url = PageUrl::parse($seen->url);
                if ($url === null) {
                    continue;
                }
                isset($before[$page]) && $was === null && ($was = $page);
                ($this->decided[$page]['keeper'] ?? '') === 'yes' && ($decided = $page);
                $evidence[] = new KeeperEvidence(
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
                    KeeperEvidence::tidinessOf($url, $this->form),
                );
            }
            $this->keepers[$tangle] = $evidence === [] ? null : Keeper::choose($evidence, $was, $decided);
        }
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

    /** @return array<int, true> pages that fold into another: members of tangles that are not their keepers */
    private function foldedPages(): array
    {
        $folded = [];
        foreach ($this->tangleOf as $page => $tangle) {
            $keeper = $this->keepers[$tangle]?->page;
            if ($keeper !== null && $keeper !== $page && $this->inventory->pages[$page]->status === 200) {
                $folded[$page] = true;
            }
        }

        return $folded;
    }

    /** @return list<int|string> a row of untangle_pages, its cause by its digest */
    private function row(SeenPage $page): array
    {
        $tangle = $this->tangleOf[$page->id] ?? 0;
        $keeper = $tangle === 0 ? null : $this->keepers[$tangle]?->page;
        $declared = $this->inventory->declared($page);
        $declaredPage = $this->inventory->find($declared);
        $case = $this->case($page, $keeper, $declared, $declaredPage);
        $verdict = $case->verdict();
        [$cause, $policy, $kin] = match (true) {
            // Two filters that leave the same products are one page, but what counts is that both narrow the wider
            // list.
            $keeper !== null &&
                $keeper !== $page->id &&
                ! ($this->narrowing($page) !== [] && $this->narrowing($this->inventory->pages[$keeper]) !== []) => $this->beside($page, $keeper, $verdict, $tangle),
            default => $this->alone($page, $verdict, $tangle),
        };
        $kin ??= [
            'kinship' => null,
            'likeness' => 0,
            'sureness' => 0,
            'reason' => $keeper === $page->id ? 'keeper: '.implode(', ', $this->reasons($tangle)) : '',
        ];

        return [
            $this->store->id,
            $page->id,
            $tangle,
            $keeper ?? 0,
            $cause,
            $kin['kinship']->value ?? '',
            $kin['likeness'],
            $kin['sureness'],
            mb_substr($kin['reason'], 0, 255),
            mb_substr($declared ?? ($page->tags[0] ?? ($page->header ?? '')), 0, 2048),
            $declaredPage ?? 0,
            $verdict->key(),
            mb_substr(
                implode(', ', array_map(static fn (CanonicalVerdict $note): string => $note->value, $case->notes())),
                0,
                190,
            ),
            $policy->means->value,
            mb_substr($policy->why, 0, 255),
            $policy->isSafe ? 1 : 0,
            $this->inventory->chosen($page->id) ?? 0,
            $page->clicks,
            $page->impressions,
        ];
    }

    /** @return list<string> why a tangle's keeper stays */
    private function reasons(int $tangle): array
    {
        $keeper = $this->keepers[$tangle] ?? null;

        return $keeper === null ? [] : $keeper->reasons;
    }

    private function case(SeenPage $page, ?int $keeper, ?string $declared, ?int $declaredPage): CanonicalCase
    {
        $target = null;
        if ($declared !== null && $declared !== $page->url) {
            $other = $declaredPage === null ? null : $this->inventory->pages[$declaredPage] ?? null;
            $isJudged = $other !== null && $this->finder->knows($page->id) && $this->finder->knows($other->id);
            $kin = $isJudged ? $this->kin($page->id, $other->id) : null;
            $effects = $this->effectsBetween($page->url, $declared);
            $url = PageUrl::parse($declared);
            $target = new CanonicalTarget(
                isOwnHost: $url !== null && in_array($url->authority, $this->form->hosts, true),
                isKnown: $other !== null,
                status: $other->status ?? 0,
                isBarred: $other?->whyNot === WhyNot::Barred,
                isClosed: $other?->whyNot->isClosed() ?? false,
                leadsBack: $declaredPage !== null && $this->ways->leadsBack($page->id),
                namesAnother: $declaredPage !== null && $this->ways->namesAnother($declaredPage),
                isUnlike: $kin !== null &&
                    $kin['kinship'] === Kinship::Distinct &&
                    ($kin['sureness'] >= 900 || $kin['likeness'] < 300),
                isFirstPart: in_array(ParameterEffect::Part, $effects, true) ||
                    ($kin !== null && $kin['kinship'] === Kinship::Series),
                isVersion: ($declaredPage !== null && $this->finder->areVersions($page->id, $declaredPage)) ||
                    ($kin !== null && $kin['kinship'] === Kinship::Language),
                isWider: in_array(ParameterEffect::Narrows, $effects, true) ||
                    ($kin !== null && $kin['kinship'] === Kinship::Narrower),
                isInTangle: $declaredPage !== null &&
                    isset($this->tangleOf[$page->id], $this->tangleOf[$declaredPage]) &&
                    $this->tangleOf[$page->id] === $this->tangleOf[$declaredPage],
                isKeeper: $keeper !== null && $declaredPage === $keeper,
                isOtherForm: $url !== null &&
                    PageUrl::parse($page->url) !== null &&
                    $url->isOtherFormOf(PageUrl::parse($page->url)),
            );
        }
        $isMeant = $page->mayBeListed() && ! PageKind::from($page->kind)->isKeptOut();

        return new CanonicalCase(
            $page->url,
            $isMeant,
            $page->tags,
            $page->header,
            $page->strays,
            $keeper === null ? null : $keeper === $page->id,
            $target,
        );
    }

    /** @return list<ParameterEffect> what the parameters do that one address has and the other has not, or has otherwise */
    private function effectsBetween(string $from, string $to): array
    {
        [$a, $b] = [PageUrl::parse($from), PageUrl::parse($to)];
        if ($a === null || $b === null || $a->path !== $b->path) {
            return [];
        }
        $theirs = array_column(AddressForm::parameters($b), 1, 0);
        $effects = [];
        foreach (AddressForm::parameters($a) as [$name, $value]) {
            $effect =
                ($theirs[$name] ?? null) === $value
                    ? null
                    : $this->effects[AddressForm::scopeOf($a)." $name"] ?? null;
            $effect === null || ($effects[] = $effect);
        }

        return $effects;
    }

    /**
     * Digest of the cause, what to do, and how it stands to the keeper.
     *
     * @return array{string, Policy, ?array{kinship: Kinship, likeness: int, sureness: int, reason: string}}
     */
    private function beside(SeenPage $page, int $keeper, CanonicalVerdict $verdict, int $tangle): array
    {
        [$url, $kept] = [PageUrl::parse($page->url), PageUrl::parse($this->inventory->pages[$keeper]->url)];
        if ($url === null || $kept === null) {
            throw new \LogicException("{$page->url} is no address.");
        }
        $acts = isset($this->acts[$page->id]);
        $kin = $acts
            ? [
                'kinship' => Kinship::Same,
                'likeness' => 1000,
                'sureness' => 1000,
                'reason' => $this->actsWhy[$page->id],
            ]
            : $this->kin($page->id, $keeper);
        $isLetter = ! $acts && $this->standsFor($page->id) === $this->standsFor($keeper);
        if (! $kin['kinship']->tangles()) {
            $kin = ['kinship' => Kinship::Same, 'reason' => 'the same as others of the tangle'] + $kin;
        }
        $isRedirect = $page->status >= 300 && $page->status < 400;
        $effects = $this->effectsBetween($page->url, $this->inventory->pages[$keeper]->url);
        $isVariant = $kin['kinship'] === Kinship::Variant || in_array(ParameterEffect::Variant, $effects, true);
        $cause = $isRedirect ? Cause::of(CauseType::Redirects) : $this->form->cause($url, $kept);
        $sort = CauseSort::of($cause->type, $isVariant);
        $decision = $this->cause($cause, $sort)['decision'];
        $own = $this->decided[$page->id]['action'] ?? null;
        $choice = $own ?? ($decision ?? $this->rules->choice($sort));
        $isLearned =
            ! in_array($sort, [CauseSort::Parameter, CauseSort::Variant], true) ||
            $isLetter ||
            $this->areSure($url, $kept);
        $lead = $this->keepers[$tangle]->lead ?? 0.0;
        $demand =
            $choice === 'demand' && $sort === CauseSort::Variant
                ? $this->demand->of($url, $kept, $tangle, fn (): array => array_keys($this->tangleOf, $tangle, true))
                : null;
        $hops =
            $isRedirect &&
            $page->redirect !== null &&
            $this->inventory->find($page->redirect) !== $keeper &&
            isset($this->acts[$page->id]);
        $policy = Policy::beside(
            $sort,
            $choice,
            $own !== null || $decision !== null,
            $page->status,
            $hops ? CanonicalVerdict::Redirected : $verdict,
            $page->whyNot->isClosed(),
            $kin['sureness'] / 1000,
            $isLearned,
            $lead,
            $page->clicks > $this->inventory->pages[$keeper]->clicks && $page->clicks > 10,
            $demand,
        );
        $this->count($cause, $sort, $page, $tangle, $policy, $kin['sureness'] / 1000, $own !== null);

        return [bin2hex($cause->digest()), $policy, $kin];
    }

    private function areSure(PageUrl $url, PageUrl $kept): bool
    {
        $theirs = array_column(AddressForm::parameters($kept), 1, 0);
        foreach (AddressForm::parameters($url) as [$name, $value]) {
            if (
                ($theirs[$name] ?? null) !== $value &&
                ! $this->form->isTracking($name) &&
                ! isset($this->sure[AddressForm::scopeOf($url)." $name"])
            ) {
                return false;
            }
        }

        return true;
    }

    /** @return array{string, Policy, null} */
    private function alone(SeenPage $page, CanonicalVerdict $verdict, int $tangle): array
    {
        $url = PageUrl::parse($page->url);
        $narrowing = $this->narrowing($page);
        $parts = $this->parametersThat(ParameterEffect::Part, $page);
        $own = $this->decided[$page->id]['action'] ?? null;
        if ($url !== null && $narrowing !== []) {
            $cause = Cause::of(CauseType::Narrows, implode(' + ', $narrowing), AddressForm::scopeOf($url));
            $choice =
                $own ??
                ($this->cause($cause, CauseSort::Narrow)['decision'] ?? $this->rules->choice(CauseSort::Narrow));
            $policy = Policy::narrow(
                $choice,
                $verdict,
                $page->whyNot->isClosed(),
                ($this->facets()[$page->id] ?? '') === 'promoted',
            );
            $this->count($cause, CauseSort::Narrow, $page, 0, $policy, 0.9, $own !== null);

            return [bin2hex($cause->digest()), $policy, null];
        }
        if (! $verdict->isFault() || $url === null) {
            return ['', Policy::declared($verdict, 'leave', false), null];
        }
        $isPaging = $verdict === CanonicalVerdict::Paging && $parts !== [];
        $cause = $isPaging
            ? Cause::of(CauseType::Paging, implode(' + ', $parts), AddressForm::scopeOf($url))
            : Cause::of(CauseType::Declared, $verdict->value, AddressForm::shape($url));
        $sort = CauseSort::of($cause->type, false);
        $choice = $own ?? ($this->cause($cause, $sort)['decision'] ?? $this->rules->choice($sort));
        $policy = Policy::declared(
            $verdict,
            $choice,
            $own !== null || $this->cause($cause, $sort)['decision'] !== null,
        );
        $this->count($cause, $sort, $page, $tangle, $policy, $policy->isSafe ? 1.0 : 0.6, $own !== null);

        return [bin2hex($cause->digest()), $policy, null];
    }

    /** @return list<string> parameters of a page's address that narrow a list, in order */
    private function narrowing(SeenPage $page): array
    {
        return $page->status === 200 ? $this->parametersThat(ParameterEffect::Narrows, $page) : [];
    }

    /** @return list<string> */
    private function parametersThat(ParameterEffect $effect, SeenPage $page): array
    {
        $url = PageUrl::parse($page->url);
        if ($url === null) {
            return [];
        }
        $names = [];
        foreach (AddressForm::parameters($url) as [$name]) {
            ($this->effects[AddressForm::scopeOf($url)." $name"] ?? null) === $effect && ($names[] = $name);
        }
        sort($names);

        return $names;
    }

    /** @return array<int, string> state of narrowed lists, as of the last time */
    private function facets(): array
    {
        return $this->facets ??= DB::table('untangle_facets')
            ->where('store_id', $this->store->id)
            ->pluck('state', 'page_id')
            ->all();
    }

    /** @return array{cause: Cause, sort: CauseSort, urls: int, to_do: int, tangles: array<int, true>, clicks: int, impressions: int, exceptions: int, sureness: float, safe: int, actions: array<string, int>, example: int, decision: ?string} */
    private function &cause(Cause $cause, CauseSort $sort): array
    {
        $digest = bin2hex($cause->digest());
        $this->causes[$digest] ??= [
            'cause' => $cause,
            'sort' => $sort,
            'urls' => 0,
            'to_do' => 0,
            'tangles' => [],
            'clicks' => 0,
            'impressions' => 0,
            'exceptions' => 0,
            'sureness' => 0.0,
            'safe' => 0,
            'actions' => [],
            'example' => 0,
            'decision' => null,
        ];

        return $this->causes[$digest];
    }

    private function count(
        Cause $of,
        CauseSort $sort,
        SeenPage $page,
        int $tangle,
        Policy $policy,
        float $sureness,
        bool $isException,
    ): void {
        $cause = &$this->cause($of, $sort);
        // What an address does is told by most of its kind: a variant among parameters makes a cause of variants.
        $cause['sort'] =
            $cause['sort'] === CauseSort::Parameter && $sort === CauseSort::Variant ? $sort : $cause['sort'];
        $cause['urls']++;
        $tangle === 0 || ($cause['tangles'][$tangle] = true);
        $cause['clicks'] += $page->clicks;
        $cause['impressions'] += $page->impressions;
        $cause['sureness'] += $sureness;
        $toDo = $policy->means !== Means::Leave;
        $cause['to_do'] += $toDo ? 1 : 0;
        $cause['safe'] += $toDo && $policy->isSafe ? 1 : 0;
        $cause['exceptions'] += $isException || ($toDo && ! $policy->isSafe) ? 1 : 0;
        $cause['actions'][$policy->means->value] = ($cause['actions'][$policy->means->value] ?? 0) + 1;
        $example = $cause['example'] === 0 ? null : $this->inventory->pages[$cause['example']];
        if ($example === null || $page->clicks > $example->clicks) {
            $cause['example'] = $page->id;
        }
    }

    private function write(RowShelf $rows): void
    {
        $this->writeCauses();
        $ids = DB::table('untangle_causes')
            ->where('store_id', $this->store->id)
            ->selectRaw('id, LOWER(HEX(digest)) AS digest')
            ->pluck('id', 'digest')
            ->all();
        $tangleRows = [];
        $toDo = $safe = [];
        foreach ($rows->all() as $row) {
            if ($row[2] !== 0 && $row[13] !== Means::Leave->value) {
                $toDo[$row[2]] = ($toDo[$row[2]] ?? 0) + 1;
                $safe[$row[2]] = ($safe[$row[2]] ?? 0) + (int) $row[15];
            }
        }
        foreach ($this->tangles as $tangle => $group) {
            $keeper = $this->keepers[$tangle];
            $pages = array_map(fn (int $page): SeenPage => $this->inventory->pages[$page], $group);
            $points = array_map(
                static fn (array $parts): array => array_filter(
                    array_map(static fn (float $points): float => round($points, 2), $parts),
                ),
                $keeper->points ?? [],
            );
            $tangleRows[] = [
                $this->store->id,
                $tangle,
                $keeper->page ?? 0,
                count($group),
                array_sum(array_column($pages, 'clicks')),
                array_sum(array_column($pages, 'impressions')),
                $toDo[$tangle] ?? 0,
                ($toDo[$tangle] ?? 0) === ($safe[$tangle] ?? 0) ? 1 : 0,
                $keeper === null || $keeper->lead === INF ? 1000 : (int) round(100 * min(10, $keeper->lead)),
                json_encode((object) $points, JSON_THROW_ON_ERROR),
                mb_substr(implode('; ', $keeper->reasons ?? []), 0, 500),
            ];
        }
        $totals = $this->totals($rows);
        $named = static function () use ($rows, $ids): \Generator {
            foreach ($rows->all() as $row) {
                $row[4] = (int) ($ids[$row[4]] ?? 0);
                yield array_values($row);
            }
        };
        $this->run->fenced(function () use ($rows, $named, $tangleRows, $totals): void {
            DB::delete('DELETE FROM untangle_pages WHERE store_id = ?', [$this->store->id]);
            DB::delete('DELETE FROM untangle_tangles WHERE store_id = ?', [$this->store->id]);
            Bulk::write('untangle_pages', self::COLUMNS, $named());
            Bulk::write(
                'untangle_tangles',
                [
                    'store_id', 'tangle_id', 'keeper_page', 'pages', 'clicks', 'impressions', 'to_do', 'is_safe',
                    'lead_points', 'points', 'reasons',
                ],
                $tangleRows,
            );
            $progress = $this->run->progress();
            DB::table('untangle_states')->upsert(
                [
                    [
                        'store_id' => $this->store->id,
                        'found_at' => now(),
                        'pages' => $rows->count(),
                        'candidates' => is_int($progress['candidates'] ?? null) ? $progress['candidates'] : 0,
                        'judged' => is_int($progress['judged'] ?? null) ? $progress['judged'] : 0,
                        'totals' => json_encode($totals, JSON_THROW_ON_ERROR),
                    ],
                ],
                ['store_id'],
                ['found_at', 'pages', 'candidates', 'judged', 'totals'],
            );
        });
    }

    /**
     * What the screen of what is declared adds up, counted once.
     *
     * @return array{verdicts: array<string, array{int, int, int}>, chosen: array{int, int, int}, listed: array{int, int}, linked: array{int, int}} pages, clicks, impressions; of chosen the third is how many are another market's; of linked the second is links
     */
    private function totals(RowShelf $rows): array
    {
        $verdicts = [];
        $chosen = [0, 0, 0];
        $listed = $linked = [0, 0];
        foreach ($rows->all() as $row) {
            $id = (int) $row[1];
            $page = $this->inventory->pages[$id];
            $sum = $verdicts[(string) $row[11]] ?? [0, 0, 0];
            $verdicts[(string) $row[11]] = [$sum[0] + 1, $sum[1] + $page->clicks, $sum[2] + $page->impressions];
            $other = (int) $row[16];
            $meant = (int) $row[10] !== 0 ? (int) $row[10] : ((int) $row[3] !== 0 ? (int) $row[3] : $id);
            if ($other !== 0 && $other !== $id && $other !== $meant) {
                $chosen = [
                    $chosen[0] + 1,
                    $chosen[1] + $page->clicks,
                    $chosen[2] + ($this->inventory->pages[$other]->market === $page->market ? 0 : 1),
                ];
            }
            if ((int) $row[3] !== 0 && (int) $row[3] !== $id) {
                $listed = $page->inSitemap ? [$listed[0] + 1, $listed[1] + $page->clicks] : $listed;
                $linked = $page->linksIn > 0 ? [$linked[0] + 1, $linked[1] + $page->linksIn] : $linked;
            }
        }

        return ['verdicts' => $verdicts, 'chosen' => $chosen, 'listed' => $listed, 'linked' => $linked];
    }

    private function writeCauses(): void
    {
        $rows = [];
        foreach ($this->causes as $cause) {
            $actions = array_diff_key($cause['actions'], [Means::Leave->value => 1]);
            arsort($actions);
            $isSafe = $cause['to_do'] > 0 && $cause['safe'] >= 0.95 * $cause['to_do'];
            $rows[] = [
                $this->store->id,
                $cause['cause']->type->value,
                $cause['cause']->parameter,
                $cause['cause']->scope,
                new Bytes($cause['cause']->digest()),
                $cause['sort']->value,
                $cause['urls'],
                $cause['to_do'],
                count($cause['tangles']),
                $cause['clicks'],
                $cause['impressions'],
                $cause['exceptions'],
                (int) round((1000 * $cause['sureness']) / max(1, $cause['urls'])),
                $isSafe ? 1 : 0,
                array_key_first($actions) ?? Means::Leave->value,
                $cause['example'],
            ];
        }
        $columns = [
            'sort', 'urls', 'to_do', 'tangles', 'clicks', 'impressions', 'exceptions', 'sureness', 'is_safe', 'action',
            'example_page',
        ];
        $this->run->fenced(function () use ($rows, $columns): void {
            DB::update(
                'UPDATE untangle_causes SET urls = 0, to_do = 0, tangles = 0, clicks = 0, impressions = 0,
                    exceptions = 0 WHERE store_id = ?',
                [$this->store->id],
            );
            Bulk::write(
                'untangle_causes',
                ['store_id', 'type', 'parameter', 'scope', 'digest', ...$columns],
                $rows,
                'INSERT',
                'ON DUPLICATE KEY UPDATE '.
                    implode(
                        ', ',
                        array_map(static fn (string $column): string => "$column = VALUES($column)", $columns),
                    ),
            );
            DB::delete('DELETE FROM untangle_causes WHERE store_id = ? AND urls = 0 AND decision IS NULL', [
                $this->store->id,
            ]);
        });
    }
}

<?php

declare(strict_types=1);

namespace Tests\Shops;

use Closure;
use Orchard\Core\Duplicates\AddressForm;
use Orchard\Core\Duplicates\Identity;
use Orchard\Core\Duplicates\Judge;
use Orchard\Core\Duplicates\Keeper;
use Orchard\Core\Duplicates\KeeperEvidence;
use Orchard\Core\Duplicates\Kinship;
use Orchard\Core\Duplicates\MinHash;
use Orchard\Core\Duplicates\OwnLines;
use Orchard\Core\Duplicates\PageMarks;
use Orchard\Core\Duplicates\ParameterEffect;
use Orchard\Core\Duplicates\ParameterStudies;
use Orchard\Core\Duplicates\ParameterStudy;
use Orchard\Core\Duplicates\Resemblance;
use Orchard\Core\Duplicates\TangleFinder;
use Orchard\Core\Duplicates\TellingWords;
use Orchard\Core\LinkGraph\CanonicalCase;
use Orchard\Core\LinkGraph\CanonicalTarget;
use Orchard\Core\LinkGraph\CanonicalVerdict;
use Orchard\Core\LinkGraph\Declarations;
use Orchard\Core\Markup\PageFacts;
use Orchard\Core\Markup\PageReader;
use Orchard\Core\StructuredData\ProductData;
use Orchard\Core\Url\PageUrl;

/** What the core makes of a shop's pages, held in memory; the application does the same on its tables. */
final class Untangled
{
    /** @var list<list<string>> tangles as URLs */
    public array $tangles = [];

    /** @var array<string, string> keeper by URL, of pages in tangles */
    public array $keepers = [];

    /** @var array<string, CanonicalVerdict> by URL */
    public array $verdicts = [];

    /** @var Closure(int, int): Resemblance */
    private Closure $kin;

    /** @var array<string, ParameterStudy> */
    public array $studies = [];

    /** @param  list<string>|null  $urls */
    public function __construct(TangledShop $shop, ?array $urls = null)
    {
        $urls ??= array_keys($shop->pages);
        $numbers = array_flip($urls);
        $byForm = $facts = $kinds = [];
        $plain = static fn (PageUrl $url): string => (new AddressForm())->of($url).
            ' '.
            (str_ends_with($url->path, '/') ? '/' : '').
            $url->path;
        $makers = [];
        foreach ($urls as $number => $url) {
            $parsed = PageUrl::parse($url);
            $page = $shop->pages[$url];
            $byForm[$plain(sure($parsed))] ??= $number;
            if ($page['status'] === 200) {
                $facts[$number] = PageReader::read($page['html'], sure($parsed));
                $kinds[$number] =
                    ProductData::of(sure($facts[$number]->details?->structured)) !== null ? 'product' : $page['kind'];
                $makers[] = ProductData::of(sure($facts[$number]->details?->structured))->maker ?? '';
            }
        }
        $telling = new TellingWords(array_values(array_unique($makers)));
        $lines = new OwnLines($telling);
        foreach ($facts as $number => $page) {
            $lines->see($kinds[$number], $page->h1s[0] ?? $urls[$number], sure($page->details?->text->lines()));
        }
        $lines->learn();
        $form = new AddressForm(['shop.example'], ['utm_*', 'gclid', 'fbclid']);
        $known = [];
        $identity = function (int $number) use (&$known, $urls, $facts, $kinds, $lines, $numbers): Identity {
            return $known[$number] ??= self::identity(
                $number,
                $urls[$number],
                $facts[$number],
                $kinds[$number],
                $lines,
                $numbers,
                $kinds,
            );
        };
        $finder = new TangleFinder($form);
        $judge = new Judge($telling);
        $this->kin = static fn (int $a, int $b): Resemblance => $judge->judge(
            $identity(min($a, $b)),
            $identity(max($a, $b)),
        );
        $acts = [];
        $find = static fn (PageUrl $url): ?int => isset($byForm[$plain($url)], $facts[$byForm[$plain($url)]])
            ? (int) $byForm[$plain($url)]
            : null;
        $pages = array_map(
            static fn (int $number): PageUrl => sure(PageUrl::parse($urls[$number])),
            array_combine(array_keys($facts), array_keys($facts)),
        );
        uasort($pages, static fn (PageUrl $a, PageUrl $b): int => strcmp($a->digest(), $b->digest()));
        $this->studies = (new ParameterStudies($form, $identity, $this->kin))->study($pages, $find);
        $hash = new MinHash();
        $digests = array_map(static fn (string $url): string => sure(PageUrl::parse($url))->digest(), $urls);
        foreach (array_keys($facts) as $number) {
            $finder->add(PageMarks::of($identity($number), $hash));
        }
        foreach ($urls as $number => $url) {
            $to = $shop->pages[$url]['location'];
            if ($to !== null && isset($numbers[$to])) {
                $acts[$number] = $numbers[$to];
            }
            foreach (AddressForm::parameters(sure(PageUrl::parse($url))) as [$name]) {
                $study = $this->studies[AddressForm::scopeOf(sure(PageUrl::parse($url)))." $name"] ?? null;
                $bare = $study?->effect()?->isSilent()
                    ? $find(sure(AddressForm::without(sure(PageUrl::parse($url)), $name)))
                    : null;
                if ($bare !== null && $bare !== $number) {
                    $kin = ($this->kin)($number, $bare);
                    if (
                        $study->isLikely() &&
                        $kin->difference === null &&
                        $kin->kinship !== Kinship::Language &&
                        $identity($number)->number === $identity($bare)->number
                    ) {
                        $acts[$number] = $bare;
                    } else {
                        $finder->ask($number, $bare);
                    }
                }
            }
        }
        $declared = [];
        foreach ($facts as $number => $page) {
            $to = CanonicalCase::declared($page->canonicals, null);
            if ($to !== null && ! isset($numbers[$to])) {
                $declared[$number] = -1;
            } elseif ($to !== null) {
                $declared[$number] = $numbers[$to];
                isset($facts[$numbers[$to]]) && $numbers[$to] !== $number && $finder->ask($number, $numbers[$to]);
            }
        }
        $same = [];
        foreach ($finder->candidates() as [$a, $b]) {
            $kin = ($this->kin)($a, $b);
            if ($kin->kinship->tangles()) {
                $same[] = [$a, $b, $kin->sureness];
            }
        }
        $groups = $finder->tangles(
            $digests,
            $acts,
            $same,
            fn (int $a, int $b): bool => ($this->kin)($a, $b)->kinship->tangles(),
        );
        $groupOf = $keeperOf = [];
        foreach ($groups as $group) {
            $evidence = array_map(
                fn (int $number): KeeperEvidence => self::evidence($number, $group, $shop, $urls, $declared, $form),
                $group,
            );
            $keeper = sure(Keeper::choose($evidence)->page);
            $this->tangles[] = array_map(static fn (int $number): string => $urls[$number], $group);
            foreach ($group as $number) {
                $groupOf[$number] = $group[0];
                $keeperOf[$number] = $keeper;
                $this->keepers[$urls[$number]] = $urls[$keeper];
            }
        }
        $this->judge($shop, $urls, $numbers, $facts, $declared, $groupOf, $keeperOf);
    }

    /**
     * @param  list<string>  $urls
     * @param  array<string, int>  $numbers
     * @param  array<int, PageFacts>  $facts
     * @param  array<int, int>  $declared
     * @param  array<int, int>  $groupOf
     * @param  array<int, int>  $keeperOf
     */
    private function judge(
        TangledShop $shop,
        array $urls,
        array $numbers,
        array $facts,
        array $declared,
        array $groupOf,
        array $keeperOf,
    ): void {
        $ways = new Declarations($declared);
        foreach ($urls as $number => $url) {
            $page = $facts[$number] ?? null;
            $to = $page === null ? null : CanonicalCase::declared($page->canonicals, null);
            $target = null;
            if ($to !== null && $to !== $url) {
                $other = $numbers[$to] ?? null;
                $kin = $other !== null && isset($facts[$other]) ? ($this->kin)($number, $other) : null;
                $effects = array_map(
                    fn (array $pair): ?ParameterEffect => (
                        $this->studies[AddressForm::scopeOf(sure(PageUrl::parse($url)))." $pair[0]"] ?? null
                    )?->effect(),
                    AddressForm::parameters(sure(PageUrl::parse($url))),
                );
                $isGone = $other === null && str_contains($to, '/gone/');
                $target = new CanonicalTarget(
                    isOwnHost: PageUrl::parse($to)?->host() === 'shop.example',
                    isKnown: $other !== null || $isGone,
                    status: $isGone ? 404 : ($other === null ? 0 : $shop->pages[$to]['status']),
                    leadsBack: $other !== null && $ways->leadsBack($number),
                    namesAnother: $other !== null && $ways->namesAnother($other),
                    isUnlike: $kin !== null &&
                        $kin->kinship === Kinship::Distinct &&
                        ($kin->sureness >= 0.9 || $kin->likeness < 0.3),
                    isFirstPart: $kin?->kinship === Kinship::Series || in_array(ParameterEffect::Part, $effects, true),
                    isVersion: $kin?->kinship === Kinship::Language,
                    isWider: in_array(ParameterEffect::Narrows, $effects, true) || $kin?->kinship === Kinship::Narrower,
                    isInTangle: $other !== null &&
                        isset($groupOf[$number], $groupOf[$other]) &&
                        $groupOf[$number] === $groupOf[$other],
                    isKeeper: $other !== null && ($keeperOf[$number] ?? null) === $other,
                );
            }
            $this->verdicts[$url] = (new CanonicalCase(
                $url,
                $page !== null,
                $page->canonicals ?? [],
                null,
                $page->strays['canonical'] ?? 0,
                isset($keeperOf[$number]) ? $keeperOf[$number] === $number : null,
                $target,
            ))->verdict();
        }
    }

    /**
     * @param  array<string, int>  $numbers @param  array<int, string>  $kinds
     * @param  array<array-key, mixed>  $kinds
     */
    private static function identity(
        int $number,
        string $url,
        PageFacts $facts,
        string $kind,
        OwnLines $lines,
        array $numbers,
        array $kinds,
    ): Identity {
        $product = ProductData::of(sure($facts->details?->structured));
        $anchors = $items = [];
        foreach ($facts->links as $link) {
            $to = $numbers[$link->target] ?? null;
            if ($link->region->value === 0 && $link->target !== $url) {
                $anchors[] = $link->anchor;
                if ($to !== null && ($kinds[$to] ?? '') === 'product') {
                    $items[] = $to;
                }
            }
        }

        return new Identity(
            $number,
            sure(PageUrl::parse($url)),
            1,
            $facts->language ?? '',
            $kind === 'product',
            $facts->title ?? '',
            $facts->h1s[0] ?? '',
            $product->number ?? '',
            $product->name ?? '',
            $lines->of($kind, sure($facts->details?->text->lines()), $anchors, $facts->h1s[0] ?? ''),
            $kind === 'product' ? [] : $items,
            $kind === 'collection',
        );
    }

    /**
     * @param  list<int>  $group
     * @param  list<string>  $urls
     * @param  array<int, int>  $declared
     */
    private static function evidence(
        int $number,
        array $group,
        TangledShop $shop,
        array $urls,
        array $declared,
        AddressForm $form,
    ): KeeperEvidence {
        $page = $shop->pages[$urls[$number]];
        $url = PageUrl::parse($urls[$number]);

        return new KeeperEvidence(
            $number,
            sure($url),
            $page['status'] === 200,
            count(
                array_filter(
                    $group,
                    static fn (int $other): bool => $other !== $number && ($declared[$other] ?? null) === $number,
                ),
            ),
            ($declared[$number] ?? null) === $number,
            count(
                array_filter(
                    $group,
                    static fn (int $other): bool => $shop->pages[$urls[$other]]['location'] === $urls[$number],
                ),
            ),
            0,
            $page['sitemap'],
            $page['clicks'],
            tidiness: KeeperEvidence::tidinessOf(sure($url), $form),
        );
    }
}

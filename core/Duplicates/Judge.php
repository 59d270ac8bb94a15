<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

use Orchard\Core\Reasons\Reason;

/**
 * Judges what two pages are to each other. Identity comes first, then what tells them apart, then likeness: a likeness
 * alone is deceived both ways, by twins whose words were changed and by products that share all words but one figure.
 *
 * The judgement is symmetric but for the order of words in a difference.
 */
final class Judge
{
    /** Likeness from which two texts count as nearly the same. */
    public const NEAR = 0.8;

    /** Share of the shorter text that the longer one must have where title and H1 are the same. */
    private const NEAR_BY_NAME = 0.4;

    /** Likeness below which one stock number is taken for a mistake, where the names share no word. */
    private const UNLIKE = 0.3;

    /**
     * Part of the links of the smaller page from which two pages show one list; what is drawn beside a text by chance
     * shares less.
     */
    private const OF_ONE_LIST = 0.3;

    /** Pages whose readings are kept. */
    private const MEMORY = 1500;

    /** @var array<int, Reading> by page */
    private array $readings = [];

    public function __construct(private readonly TellingWords $telling)
    {
    }

    /**
     * @param  bool  $areVersions  whether hreflang names them as versions of each other
     * @param  bool  $isDeclared  whether one of them names the other as canonical
     */
    public function judge(Identity $a, Identity $b, bool $areVersions = false, bool $isDeclared = false): Resemblance
    {
        if ($a->market !== $b->market || $areVersions) {
            return new Resemblance(Kinship::Language, 0, 1, [
                new Reason($a->market !== $b->market ? PairReason::Markets : PairReason::Versions),
            ]);
        }
        $languages = array_unique(array_filter([strtok($a->language, '-'), strtok($b->language, '-')]));
        if (count($languages) === 2) {
            return new Resemblance(Kinship::Language, 0, 1, [
                new Reason(PairReason::Languages, array_values($languages)),
            ]);
        }

        return match (true) {
            $a->number !== '' && $b->number !== '' => $a->number === $b->number
                ? $this->oneNumber($a, $b)
                : $this->twoNumbers($a, $b),
            $a->isList() && $b->isList() => $this->lists($a, $b, $isDeclared),
            $a->isList() !== $b->isList() && ($a->items === [] || $b->items === []) => new Resemblance(
                Kinship::Distinct,
                0,
                0.9,
                [new Reason(PairReason::ListAndOther)],
            ),
            default => $this->otherProducts($a, $b) ??
                ($this->otherLinks($a, $b, $isDeclared) ?? $this->texts($a, $b)),
        };
    }

    /**
     * Pages of which it is not known that they are lists, for they show one product or two: the last part of a series,
     * a filter with one hit. Whatever else they share, they are one page only if they show the same products. Null
     * where they do, or where neither shows any.
     */
    private function otherProducts(Identity $a, Identity $b): ?Resemblance
    {
        if ($a->isProduct || $b->isProduct) {
            return null;
        }
        [$ours, $theirs] = [array_unique($a->items), array_unique($b->items)];
        $shared = count(array_intersect($ours, $theirs));

        return match (true) {
            $shared === count($ours) && $shared === count($theirs) => null,
            $ours === [] || $theirs === [] => new Resemblance(Kinship::Distinct, 0, 0.7, [
                new Reason(PairReason::ProductsAndNone),
            ]),
            $shared === min(count($ours), count($theirs)) => new Resemblance(
                Kinship::Narrower,
                $shared / max(count($ours), count($theirs)),
                0.7,
                [new Reason(PairReason::SomeProducts, [$shared, max(count($ours), count($theirs))])],
            ),
            $shared === 0 && $a->h1 === $b->h1 && $a->h1 !== '' => new Resemblance(Kinship::Series, 0, 0.7, [
                new Reason(PairReason::SameHeading),
            ]),
            default => new Resemblance(Kinship::Distinct, 0, 0.9, [new Reason(PairReason::OtherProducts, [$shared])]),
        };
    }

    /**
     * Where nothing says which pages are products, a list is its heading, its introduction, and what it links to; so is
     * a page that shows now these and now those others beside its text. The same few words beside other links are one
     * page only if the shop itself says so, and if they do not share what a filter shares with its list. Null where the
     * links are the same, or where the texts say enough.
     */
    private function otherLinks(Identity $a, Identity $b, bool $isDeclared): ?Resemblance
    {
        if ($a->links === $b->links || ($a->saysEnough() && $b->saysEnough())) {
            return null;
        }
        $shared = count(array_intersect($a->links, $b->links)) / max(1, min(count($a->links), count($b->links)));
        if ($isDeclared) {
            return $shared >= self::OF_ONE_LIST
                ? new Resemblance(Kinship::Narrower, $shared, 0.6, [new Reason(PairReason::SomeLinks)])
                : null;
        }

        return new Resemblance(Kinship::Distinct, 0, 0.5, [new Reason(PairReason::OtherLinks)]);
    }

    public function likeness(Identity $a, Identity $b): float
    {
        return Shingles::likeness($this->runs($a), $this->runs($b));
    }

    private function oneNumber(Identity $a, Identity $b): Resemblance
    {
        $likeness = $this->likeness($a, $b);
        if (
            $likeness < self::UNLIKE &&
            array_intersect($this->telling->core($a->called()), $this->telling->core($b->called())) === []
        ) {
            return new Resemblance(Kinship::Distinct, $likeness, 0.6, [
                new Reason(PairReason::NumberAlone, [$a->number]),
            ]);
        }
        $difference = Difference::between($this->reading($a), $this->reading($b));

        return $difference !== null
            ? new Resemblance(
                Kinship::Variant,
                $likeness,
                0.95,
                [new Reason(PairReason::Number, [$a->number]), $difference->reason(PairReason::Differ)],
                $difference,
            )
            : new Resemblance(Kinship::Same, $likeness, 0.99, [new Reason(PairReason::Number, [$a->number])]);
    }

    private function twoNumbers(Identity $a, Identity $b): Resemblance
    {
        $likeness = $this->likeness($a, $b);
        $difference = Difference::between($this->reading($a), $this->reading($b));
        if ($difference !== null) {
            return new Resemblance(
                Kinship::Distinct,
                $likeness,
                0.99,
                [$difference->reason(PairReason::TwoProducts)],
                $difference,
            );
        }

        return $this->sharesText($a, $b, $likeness)
            ? new Resemblance(Kinship::Clone, $likeness, 0.9, [
                new Reason(PairReason::NumbersOfOneText, [$a->number, $b->number]),
            ])
            : new Resemblance(Kinship::Distinct, $likeness, 0.95, [
                new Reason(PairReason::Numbers, [$a->number, $b->number]),
            ]);
    }

    private function lists(Identity $a, Identity $b, bool $isDeclared): Resemblance
    {
        [$ours, $theirs] = [array_unique($a->items), array_unique($b->items)];
        $shared = count(array_intersect($ours, $theirs));
        // Where one has no heading, titles say what they are called.
        $isHeaded = $a->h1 !== '' && $b->h1 !== '';
        [$only, $facing] = Words::apart(
            $this->telling->core($isHeaded ? $a->h1 : $a->title),
            $this->telling->core($isHeaded ? $b->h1 : $b->title),
        );
        // A home page may show what a list shows, and is more than that list: it says the same, or it is another page.
        $isHomeAlike =
            ($a->url->path === '/') === ($b->url->path === '/') ||
            ($only === [] && $facing === [] && $this->likeness($a, $b) >= self::NEAR);
        $isNamedAlike =
            $isHomeAlike &&
            ($only === [] || $facing === []) &&
            Difference::between($this->reading($a), $this->reading($b)) === null;
        $likeness = $shared / max(1, count($ours) + count($theirs) - $shared);
        if ($shared === count($ours) && $shared === count($theirs)) {
            return $isNamedAlike
                ? new Resemblance(Kinship::Same, 1, 0.95, [
                    new Reason($a->items === $b->items ? PairReason::ListInOrder : PairReason::ListInOtherOrder),
                ])
                : ($isDeclared
                    ? new Resemblance(Kinship::Same, 1, 0.9, [new Reason(PairReason::ListDeclared)])
                    : new Resemblance(Kinship::Distinct, 1, 0.6, [new Reason(PairReason::ListUnderOtherHeading)]));
        }
        // A filter that names its list shares with the part of it that is shown first what falls on that part.
        if ($shared === min(count($ours), count($theirs)) || ($isDeclared && $isNamedAlike && $shared > 0)) {
            return new Resemblance(Kinship::Narrower, $likeness, 0.8, [
                new Reason(PairReason::SomeProducts, [$shared, max(count($ours), count($theirs))]),
            ]);
        }

        return $shared === 0 && $isNamedAlike
            ? new Resemblance(Kinship::Series, 0, 0.8, [new Reason(PairReason::SameHeading)])
            : new Resemblance(Kinship::Distinct, $likeness, 0.9, [new Reason(PairReason::OtherProducts, [$shared])]);
    }

    private function texts(Identity $a, Identity $b): Resemblance
    {
        if ($a->isBlank() || $b->isBlank()) {
            return new Resemblance(Kinship::Distinct, 0, 0.3, [new Reason(PairReason::TooLittle)]);
        }
        $likeness = $this->likeness($a, $b);
        $difference =
            Difference::between($this->reading($a), $this->reading($b)) ??
            Difference::bySubstitution($a, $b, $this->telling);
        if ($difference !== null) {
            // One path under one name that shows a colour or size by its parameters: a variant, though no stock number
            // says so.
            $isVariant =
                ! $difference->isInName &&
                $a->title === $b->title &&
                $a->h1 === $b->h1 &&
                $a->url->path === $b->url->path &&
                $a->url->sameHostAs($b->url) &&
                Shingles::containment($this->runs($a), $this->runs($b)) >= self::NEAR_BY_NAME;

            return $isVariant
                ? new Resemblance(
                    Kinship::Variant,
                    $likeness,
                    0.85,
                    [new Reason(PairReason::NameAtPath), $difference->reason(PairReason::Differ)],
                    $difference,
                )
                : new Resemblance(
                    Kinship::Distinct,
                    $likeness,
                    0.95,
                    [$difference->reason(PairReason::ToldApart)],
                    $difference,
                );
        }
        $isCalledSame =
            $this->isCalledSame($a, $b) &&
            $this->telling->isCopy($a->called()) === $this->telling->isCopy($b->called());
        if ($a->words === $b->words || ($a->saysEnough() && $b->saysEnough() && $likeness >= self::NEAR)) {
            return $isCalledSame
                ? new Resemblance(Kinship::Same, $likeness, $likeness >= 0.95 ? 0.98 : 0.9, [
                    $likeness >= 0.995
                        ? new Reason(PairReason::SameText)
                        : new Reason(PairReason::NearText, [(int) round(100 * $likeness)]),
                ])
                : new Resemblance(Kinship::Clone, $likeness, 0.7, [new Reason(PairReason::TextUnderOtherHeading)]);
        }
        // The same name on title and H1 is no chance; the text may have been edited on one of the two.
        $contained = Shingles::containment($this->runs($a), $this->runs($b));
        if ($a->h1 !== '' && $a->h1 === $b->h1 && $a->title === $b->title && $contained >= self::NEAR_BY_NAME) {
            return new Resemblance(Kinship::Same, $likeness, 0.8, [
                new Reason(PairReason::NameAndText, [(int) round(100 * $contained)]),
            ]);
        }

        return new Resemblance(Kinship::Distinct, $likeness, 0.9, [
            new Reason(PairReason::Unlike, [(int) round(100 * $likeness)]),
        ]);
    }

    /** Whether what they are called differs by no word of weight, or only in that one of them says more. */
    private function isCalledSame(Identity $a, Identity $b): bool
    {
        foreach ([[$a->h1, $b->h1], [$a->title, $b->title]] as [$ours, $theirs]) {
            if ($ours === '' || $theirs === '') {
                continue;
            }
            [$only, $facing] = Words::apart($this->telling->core($ours), $this->telling->core($theirs));
            if ($only === [] || $facing === []) {
                return true;
            }
        }

        return $a->h1 === '' && $b->h1 === '' && $a->title === '' && $b->title === '';
    }

    private function sharesText(Identity $a, Identity $b, float $likeness): bool
    {
        return $a->words !== [] &&
            ($a->words === $b->words || ($a->saysEnough() && $b->saysEnough() && $likeness >= self::NEAR));
    }

    /** @return array<int, true> */
    private function runs(Identity $page): array
    {
        return $this->reading($page)->runs();
    }

    private function reading(Identity $page): Reading
    {
        if (count($this->readings) >= self::MEMORY) {
            $this->readings = [];
        }

        return $this->readings[$page->page] ??= new Reading($page, $this->telling);
    }
}

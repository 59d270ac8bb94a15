<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

/** What a parameter does to the page that it is added to. */
enum ParameterEffect: string
{
    case Nothing = 'nothing';
    case Tracks = 'tracks';
    case Reorders = 'reorders';
    case Narrows = 'narrows';
    case Variant = 'variant';
    case Part = 'part';
    case Page = 'page';
    case Language = 'language';

    public function words(): string
    {
        return match ($this) {
            self::Nothing => 'changes nothing',
            self::Tracks => 'tracks',
            self::Reorders => 'reorders the list',
            self::Narrows => 'narrows the list',
            self::Variant => 'picks a variant',
            self::Part => 'picks a part of a series',
            self::Page => 'picks the page',
            self::Language => 'picks a language',
        };
    }

    /** Whether addresses that differ in it alone show the same. */
    public function isSilent(): bool
    {
        return in_array($this, [self::Nothing, self::Tracks, self::Reorders], true);
    }

    /** Whether seeing this once proves that the parameter does not do the other. */
    public function contradicts(self $other): bool
    {
        return match ($this) {
            self::Page, self::Language => $this !== $other,
            default => false,
        };
    }

    /**
     * What two pages show of a parameter that one of them has, or that both have with different values; null where they
     * show nothing clear, such as a list of which each shows one part alone.
     *
     * @param  list<int>  $whole  all products of the list of which the page without it is the first part, in their
     *     order
     */
    public static function seen(ComparedPages $pages, string $value, array $whole = []): ?self
    {
        [$with, $without, $kin] = [$pages->with, $pages->without, $pages->kin];
        if ($with->isBlank() || $without->isBlank()) {
            return null;
        }
        if ($with->isList() || $without->isList()) {
            return $kin->kinship === Kinship::Language
                ? self::Language
                : self::seenInList($with->items, $without->items, $whole === [] ? $without->items : $whole, $value);
        }

        return match ($kin->kinship) {
            Kinship::Language => self::Language,
            Kinship::Variant => self::Variant,
            Kinship::Same => $with->digest() === $without->digest() || ! self::isNamedIn($value, $with, $without)
                ? self::Nothing
                : self::Variant,
            Kinship::Series => self::Part,
            Kinship::Distinct, Kinship::Clone => $kin->likeness < Judge::NEAR ||
            $kin->difference !== null ||
            $with->number !== $without->number
                ? self::Page
                : null,
            Kinship::Narrower => self::Narrows,
        };
    }

    /**
     * A list that is cut into parts shows other products when it is sorted, and when it is narrowed: what is narrowed
     * keeps its order.
     *
     * @param  list<int>  $with
     * @param  list<int>  $without
     * @param  list<int>  $whole
     */
    private static function seenInList(array $with, array $without, array $whole, string $value): ?self
    {
        if ($with === $without) {
            return self::Nothing;
        }
        if ($with === [] || array_diff($with, $whole) !== []) {
            return ctype_digit($value) && (int) $value >= 2 && $with !== [] && array_intersect($with, $without) === []
                ? self::Part
                : null;
        }
        $places = array_flip($whole);
        $last = -1;
        foreach ($with as $item) {
            if ($places[$item] < $last) {
                return self::Reorders;
            }
            $last = $places[$item];
        }
        $isPart =
            ctype_digit($value) &&
            (int) $value >= 2 &&
            array_intersect($with, $without) === [] &&
            count($with) - 1 === $places[$with[count($with) - 1]] - $places[$with[0]];

        return $isPart ? self::Part : self::Narrows;
    }

    /** Whether the words of the value stand on the page that has it more often than on the other: "Shown in brass". */
    private static function isNamedIn(string $value, Identity $with, Identity $without): bool
    {
        $words = Words::of(str_replace(['-', '_'], ' ', $value));
        if ($words === []) {
            return false;
        }
        [$only] = Words::apart(
            [...$with->words, ...Words::of($with->title.' '.$with->h1)],
            [...$without->words, ...Words::of($without->title.' '.$without->h1)],
        );

        return array_intersect($words, $only) !== [];
    }
}

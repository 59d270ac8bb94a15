<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

/** What two pages are to each other. */
enum Kinship: string
{
    /** A searcher gets the same: one of them is enough. */
    case Same = 'same';

    /** One product in another finish, size or colour: the store's rule says whether they fold. */
    case Variant = 'variant';

    /** Another product, or another heading, with the same text: to be rewritten, or folded if the owner says so. */
    case Clone = 'clone';

    /** A list of products, and the same list with some of them alone. */
    case Narrower = 'narrower';

    /** Parts of one series. */
    case Series = 'series';

    /** The same for another language or market. */
    case Language = 'language';

    case Distinct = 'distinct';

    /** Whether the two stand in one tangle where variants fold. */
    public function tangles(): bool
    {
        return $this === self::Same || $this === self::Variant;
    }

    public function words(): string
    {
        return match ($this) {
            self::Same => 'the same page',
            self::Variant => 'a variant of one product',
            self::Clone => 'the same text under another name',
            self::Narrower => 'a narrower list',
            self::Series => 'another part of the series',
            self::Language => 'another language or market',
            self::Distinct => 'another page',
        };
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

use Orchard\Core\Reasons\Reason;
use Orchard\Core\Reasons\ReasonType;

/**
 * Why two pages stand to each other as they do. What a type names: stock numbers, counts of products, hundredths of
 * shared runs of words, languages, or the words by which the two are told apart (the first page's, then the other's;
 * empty where one has none).
 */
enum PairReason: string implements ReasonType
{
    case Markets = 'markets';
    case Versions = 'versions';
    case Languages = 'languages';
    case ListAndOther = 'list-and-other';
    case ProductsAndNone = 'products-and-none';
    case SomeProducts = 'some-products';
    case OtherProducts = 'other-products';
    case SameHeading = 'same-heading';
    case SomeLinks = 'some-links';
    case OtherLinks = 'other-links';
    case NumberAlone = 'number-alone';
    case Number = 'number';
    case Differ = 'differ';
    case TwoProducts = 'two-products';
    case NumbersOfOneText = 'numbers-of-one-text';
    case Numbers = 'numbers';
    case ListInOrder = 'list-in-order';
    case ListInOtherOrder = 'list-in-other-order';
    case ListDeclared = 'list-declared';
    case ListUnderOtherHeading = 'list-under-other-heading';
    case TooLittle = 'too-little';
    case NameAtPath = 'name-at-path';
    case ToldApart = 'told-apart';
    case SameText = 'same-text';
    case NearText = 'near-text';
    case TextUnderOtherHeading = 'text-under-other-heading';
    case NameAndText = 'name-and-text';
    case Unlike = 'unlike';

    /** The rest is told by addresses, not by what pages say. */
    case Letter = 'letter';
    case Redirects = 'redirects';
    case Silent = 'silent';
    case Member = 'member';
    case Empty = 'empty';
    case Keeper = 'keeper';

    public function words(array $of): string
    {
        [$a, $b] = $of + ['', ''];

        return match ($this) {
            self::Markets => 'pages of two markets',
            self::Versions => 'hreflang names them as versions of each other',
            self::Languages => "in two languages: $a and $b",
            self::ListAndOther => 'one lists products and the other does not',
            self::ProductsAndNone => 'one shows products and the other none',
            self::SomeProducts => "$a of $b products",
            self::OtherProducts => "$a products on both, others on one alone",
            self::SameHeading => 'the same heading, none of the same products',
            self::SomeLinks => 'the same words beside some of the same links',
            self::OtherLinks => 'the same few words beside other links say too little',
            self::NumberAlone => "stock number $a on both, but nothing else is alike",
            self::Number => "stock number $a on both",
            self::Differ => self::apart($a, $b),
            self::TwoProducts => 'two products: '.self::apart($a, $b),
            self::NumbersOfOneText => "stock numbers $a and $b with the same text",
            self::Numbers => "stock numbers $a and $b",
            self::ListInOrder => 'the same products under the same heading',
            self::ListInOtherOrder => 'the same products in another order',
            self::ListDeclared => 'the same products, and the shop itself says that they are one',
            self::ListUnderOtherHeading => 'the same products under another heading',
            self::TooLittle => 'too little text to tell',
            self::NameAtPath => 'one name at one path',
            self::ToldApart => 'told apart by '.self::apart($a, $b),
            self::SameText => 'the same text',
            self::NearText => "nearly the same text, $a of 100 runs of words",
            self::TextUnderOtherHeading => 'the same text under another heading',
            self::NameAndText => "title and H1 are the same, and $a of 100 runs of words of the shorter text",
            self::Unlike => "unlike: $a of 100 runs of words",
            self::Letter => 'the same to the letter',
            self::Redirects => 'redirects to it',
            self::Silent => self::parameters($of),
            self::Member => 'the same as others of the tangle',
            self::Empty => 'shows nothing',
            self::Keeper => 'keeper: '.Reason::wordsOf(KeeperReason::class, $a, ', '),
        };
    }

    private static function apart(string $ours, string $theirs): string
    {
        return match ('') {
            $ours => "“{$theirs}” on the other alone",
            $theirs => "“{$ours}” on this one alone",
            default => "“{$ours}” against “{$theirs}”",
        };
    }

    /** @param  list<string>  $of  names of parameters, each with what it does */
    private static function parameters(array $of): string
    {
        return implode(
            ', ',
            array_map(
                static fn (array $one): string => "$one[0] ".ParameterEffect::tryFrom($one[1] ?? '')?->words(),
                array_chunk($of, 2),
            ),
        );
    }
}

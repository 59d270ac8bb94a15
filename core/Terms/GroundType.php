<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

use Orchard\Core\Reasons\ReasonType;

/**
 * What speaks for the kind of page that a term asks for. It names the word, the number of products, or the share (in
 * hundredths) and the kind of page.
 */
enum GroundType: string implements ReasonType
{
    case Question = 'question';
    case Reading = 'reading';
    case Doing = 'doing';
    case OwnBrand = 'own-brand';
    case MakerShop = 'maker-shop';
    case Plural = 'plural';
    case Choice = 'choice';
    case Broad = 'broad';
    case WhichOne = 'which-one';
    case MakerAndMore = 'maker-and-more';
    case MakerAlone = 'maker-alone';
    case NamedProduct = 'named-product';
    case OneProduct = 'one-product';
    case Products = 'products';
    case Seen = 'seen';
    case Results = 'results';
    case Nothing = 'nothing';
    case Person = 'person';

    public function words(array $of): string
    {
        [$a, $b] = $of + ['', ''];

        return match ($this) {
            self::Question => 'it is put as a question',
            self::Reading => "“{$a}” asks for something to read",
            self::Doing => "“{$a}” is something that people do",
            self::OwnBrand => 'it names the store',
            self::MakerShop => 'it asks about a maker’s own shop',
            self::Plural => 'it is put in the plural',
            self::Choice => "“{$a}” asks for a choice",
            self::Broad => 'it is short and broad',
            self::WhichOne => 'it says in several words which one',
            self::MakerAndMore => 'it names a maker',
            self::MakerAlone => 'it names a maker, and hardly more',
            self::NamedProduct => 'one product goes by this name',
            self::OneProduct => 'one product in stock has all its words',
            self::Products => "{$a} products in stock have all its words",
            self::Seen => "{$a}% of its impressions are of our ".self::pages($b),
            self::Results => "{$a}% of the first results are ".self::pages($b),
            self::Nothing => 'nothing tells otherwise',
            self::Person => 'somebody said so',
        };
    }

    private static function pages(string $kind): string
    {
        return match (AskedFor::tryFrom($kind)) {
            AskedFor::Collection => 'collections',
            AskedFor::Product => 'products',
            default => 'articles',
        };
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/** What speaks for the kind of page that a term asks for. */
enum GroundType: string
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
}

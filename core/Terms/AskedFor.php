<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/** What whoever types a term wants to find: the kind of page that answers it. */
enum AskedFor: string
{
    case Collection = 'collection';
    case Product = 'product';
    case Article = 'article';
    case Brand = 'brand';
    case Maker = 'maker';

    public function label(): string
    {
        return match ($this) {
            self::Collection => 'a collection',
            self::Product => 'one product',
            self::Article => 'an article',
            self::Brand => 'the store by name',
            self::Maker => 'a maker by name',
        };
    }
}

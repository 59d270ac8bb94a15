<?php

declare(strict_types=1);

namespace App\Tend\Adding;

/** Why a link would help. */
enum LinkReason: int
{
    case ProductToCollection = 1;
    case CollectionToSibling = 2;
    case CollectionToProduct = 3;
    case ArticleSpeaks = 4;
    case SameFolder = 5;

    public function words(): string
    {
        return match ($this) {
            self::ProductToCollection => 'a product links up to its collection',
            self::CollectionToSibling => 'collections that share products link to one another',
            self::CollectionToProduct => 'such products stand in this collection',
            self::ArticleSpeaks => 'the article speaks of it',
            self::SameFolder => 'it stands in the folder of this page',
        };
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Recipes;

/** How a fact is written where a recipe uses it. */
enum FactStyle: string
{
    case AsIs = '';
    case Small = 'small';
    case Sentence = 'sentence';
    case Title = 'title';
    case Money = 'money';
    case Whole = 'whole';
    case Counted = 'counted';

    public function label(): string
    {
        return match ($this) {
            self::AsIs => 'as it is',
            self::Small => 'in small letters',
            self::Sentence => 'beginning with a capital',
            self::Title => 'capitals as in a title',
            self::Money => 'as a price',
            self::Whole => 'as a whole price',
            self::Counted => 'counted, with its word',
        };
    }
}

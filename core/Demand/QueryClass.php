<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/** Sorts of queries that behave differently: their click rates are no measure for one another. */
enum QueryClass: int
{
    case Generic = 0;
    case OwnBrand = 1;
    case Maker = 2;
    case Question = 3;

    public function label(): string
    {
        return match ($this) {
            self::Generic => 'generic',
            self::OwnBrand => 'own brand',
            self::Maker => 'makers’ names',
            self::Question => 'questions',
        };
    }

    public function key(): string
    {
        return ['generic', 'brand', 'maker', 'question'][$this->value];
    }
}

<?php

declare(strict_types=1);

namespace App\Tend\Reach;

/** What a page is to its store, by which its depth is judged. */
enum Role: int
{
    case Any = 0;
    case MainCollection = 1;
    case SellsMost = 2;

    public function words(): string
    {
        return match ($this) {
            self::MainCollection => 'main collection',
            self::SellsMost => 'sells most',
            self::Any => 'any other page',
        };
    }

    public function plural(): string
    {
        return match ($this) {
            self::MainCollection => 'main collections',
            self::SellsMost => 'products that sell most',
            self::Any => 'other pages',
        };
    }
}

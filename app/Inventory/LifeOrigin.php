<?php

declare(strict_types=1);

namespace App\Inventory;

/** Who says how a product lives; the first that says anything is believed. */
enum LifeOrigin: int
{
    case Nobody = 0;
    case Hand = 1;
    case File = 2;
    case Structured = 3;
    case Text = 4;

    public function words(): string
    {
        return match ($this) {
            self::Nobody => 'nobody says',
            self::Hand => 'set by hand',
            self::File => 'from a file or feed',
            self::Structured => 'from structured data',
            self::Text => 'from the page’s text',
        };
    }
}

<?php

declare(strict_types=1);

namespace App\Platform\Tables;

/**
 * A cell that a spreadsheet reckons by itself; other formats have its value of now. Made by us alone, never from a
 * text that came from elsewhere.
 */
final readonly class Formula
{
    /** @param  string  $formula  without the equals sign */
    public function __construct(public string $formula, public string|int|float $value)
    {
    }
}

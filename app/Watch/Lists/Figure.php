<?php

declare(strict_types=1);

namespace App\Watch\Lists;

use App\Platform\Web\Forms;

/** Numbers that may be below nothing, as people read them: with a true minus sign, estimates at two digits. */
final class Figure
{
    public static function whole(float $value): string
    {
        return self::minus($value, 0.5).Forms::number(round(abs($value)));
    }

    /** With a plus where it is more than nothing. */
    public static function signed(float $value): string
    {
        return ($value >= 0.5 ? '+' : '').self::whole($value);
    }

    public static function rough(float $value): string
    {
        return self::minus($value, 1e-9).Forms::rough(abs($value));
    }

    private static function minus(float $value, float $least): string
    {
        return $value <= -$least ? '−' : '';
    }
}

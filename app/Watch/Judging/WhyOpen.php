<?php

declare(strict_types=1);

namespace App\Watch\Judging;

/** Why nothing can be told of a change yet. */
enum WhyOpen: int
{
    case Nothing = 0;
    case Days = 1;
    case NoNumbers = 2;
    case NoneAlone = 3;
    case NoPages = 4;

    public function words(): string
    {
        return match ($this) {
            self::Nothing => '',
            self::Days => 'cannot be told yet',
            self::NoNumbers => 'no search numbers of the weeks before',
            self::NoneAlone => 'too few pages like these were left alone',
            self::NoPages => 'no page of it counts',
        };
    }
}

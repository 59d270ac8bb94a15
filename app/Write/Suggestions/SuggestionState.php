<?php

declare(strict_types=1);

namespace App\Write\Suggestions;

/** What people made of a suggestion. */
enum SuggestionState: int
{
    case Offered = 1;
    case Taken = 2;
    /** Taken, and changed by hand before or since. */
    case Edited = 3;
    case Refused = 4;
    /** Another one was taken in its place. */
    case Passed = 5;

    public function label(): string
    {
        return match ($this) {
            self::Offered => 'offered',
            self::Taken => 'taken',
            self::Edited => 'taken and edited',
            self::Refused => 'refused',
            self::Passed => 'another was taken',
        };
    }
}

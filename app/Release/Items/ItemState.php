<?php

declare(strict_types=1);

namespace App\Release\Items;

/** Where one resource of a release stands. */
enum ItemState: string
{
    /** Nothing has been sent. */
    case Waiting = 'waiting';

    /** An intent is written down and the request may or may not have reached the shop. */
    case Intended = 'intended';

    case Live = 'live';
    case Refused = 'refused';
    case Clash = 'clash';

    public function isOpen(): bool
    {
        return $this === self::Waiting || $this === self::Intended;
    }

    public function label(): string
    {
        return match ($this) {
            self::Waiting => 'waiting',
            self::Intended => 'being sent',
            self::Live => 'live',
            self::Refused => 'refused',
            self::Clash => 'clash',
        };
    }
}

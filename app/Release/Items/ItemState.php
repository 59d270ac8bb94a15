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

    /** Given out as a file, or to somebody; whether it is done is seen on the page. */
    case Handed = 'handed';

    case Live = 'live';
    case Refused = 'refused';
    case Clash = 'clash';

    /** Was handed over and given up before it was seen. */
    case Withdrawn = 'withdrawn';

    public function isOpen(): bool
    {
        return $this === self::Waiting || $this === self::Intended;
    }

    public function label(): string
    {
        return match ($this) {
            self::Waiting => 'waiting',
            self::Intended => 'being sent',
            self::Handed => 'handed over',
            self::Live => 'live',
            self::Refused => 'refused',
            self::Clash => 'clash',
            self::Withdrawn => 'given up',
        };
    }
}

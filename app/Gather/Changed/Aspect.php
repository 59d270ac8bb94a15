<?php

declare(strict_types=1);

namespace App\Gather\Changed;

/** What of a page can differ between two crawls. */
enum Aspect: int
{
    case Appeared = 1;
    case Gone = 2;
    case Status = 3;
    case Redirect = 4;
    case Robots = 5;
    case Canonical = 6;
    case Title = 7;
    case Description = 8;
    case H1 = 9;

    /** As in "14 pages: …". */
    public function words(): string
    {
        return match ($this) {
            self::Appeared => 'new',
            self::Gone => 'gone',
            self::Status => 'status changed',
            self::Redirect => 'redirect changed',
            self::Robots => 'robots rules changed',
            self::Canonical => 'canonical changed',
            self::Title => 'title changed',
            self::Description => 'description changed',
            self::H1 => 'H1 changed',
        };
    }

    /** Whether many pages can have been changed in one and the same way. */
    public function isText(): bool
    {
        return in_array($this, [self::Title, self::Description, self::H1], true);
    }
}

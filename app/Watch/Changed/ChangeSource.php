<?php

declare(strict_types=1);

namespace App\Watch\Changed;

/** Where a change comes from whose result is judged. */
enum ChangeSource: int
{
    case Release = 1;

    /** Made by a theme, a campaign or another tool, and marked by somebody. */
    case Mark = 2;

    /** One wording of a trial, against the pages of the trial that stayed as they were. */
    case Trial = 3;

    public function label(): string
    {
        return match ($this) {
            self::Release => 'release',
            self::Mark => 'made elsewhere',
            self::Trial => 'trial',
        };
    }
}

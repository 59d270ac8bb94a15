<?php

declare(strict_types=1);

namespace App\Release\Planning;

enum PlanState: int
{
    case Planned = 1;
    case Sent = 2;
    case Held = 3;
    case Missed = 4;
    case CalledOff = 5;

    public function label(): string
    {
        return match ($this) {
            self::Planned => 'planned',
            self::Sent => 'sent',
            self::Held => 'held back',
            self::Missed => 'not sent',
            self::CalledOff => 'called off',
        };
    }

    /** Whether somebody has to look at it. */
    public function isTrouble(): bool
    {
        return $this === self::Held || $this === self::Missed;
    }
}

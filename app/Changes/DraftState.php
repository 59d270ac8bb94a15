<?php

declare(strict_types=1);

namespace App\Changes;

/** Where a draft stands on its way to the shop; the cases stand in the order of their ranks. */
enum DraftState: string
{
    case Open = 'open';
    case Ready = 'ready';
    case Sending = 'sending';
    case Refused = 'refused';
    case Clash = 'clash';

    public function label(): string
    {
        return match ($this) {
            self::Open => 'draft',
            self::Ready => 'ready',
            self::Sending => 'on its way',
            self::Refused => 'refused',
            self::Clash => 'clash',
        };
    }

    /** Rank for lists: what needs a hand is highest. */
    public function rank(): int
    {
        return match ($this) {
            self::Open => 1,
            self::Ready => 2,
            self::Sending => 3,
            self::Refused => 4,
            self::Clash => 5,
        };
    }
}

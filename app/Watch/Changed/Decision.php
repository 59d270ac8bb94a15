<?php

declare(strict_types=1);

namespace App\Watch\Changed;

/** What somebody decided after reading a result. */
enum Decision: int
{
    case Open = 0;
    case Keep = 1;
    case TryAgain = 2;
    case TakeBack = 3;

    public function label(): string
    {
        return match ($this) {
            self::Open => 'to be read',
            self::Keep => 'kept',
            self::TryAgain => 'written again',
            self::TakeBack => 'taken back',
        };
    }

    public static function fromKey(string $key): ?self
    {
        return match ($key) {
            'open' => self::Open,
            'keep' => self::Keep,
            'again' => self::TryAgain,
            'back' => self::TakeBack,
            default => null,
        };
    }
}

<?php

declare(strict_types=1);

namespace App\Tend\Adding;

enum LinkState: int
{
    case Proposed = 1;
    case Listed = 2;
    case Live = 3;
    case Left = 4;

    public function label(): string
    {
        return match ($this) {
            self::Proposed => 'Proposed',
            self::Listed => 'On the editors’ list',
            self::Live => 'Seen live',
            self::Left => 'Left out',
        };
    }

    public static function fromKey(string $key): self
    {
        foreach (self::cases() as $state) {
            if (strtolower($state->name) === $key) {
                return $state;
            }
        }

        return self::Proposed;
    }
}

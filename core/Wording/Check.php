<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

/** What can be wrong with one shown text; the values are bits, so that a set of checks is one number. */
enum Check: int
{
    case Missing = 1;
    case TooShort = 2;
    case TooWide = 4;
    case Repeated = 8;

    public function key(): string
    {
        return match ($this) {
            self::Missing => 'missing',
            self::TooShort => 'short',
            self::TooWide => 'wide',
            self::Repeated => 'repeated',
        };
    }

    public function label(): string
    {
        return match ($this) {
            self::Missing => 'missing',
            self::TooShort => 'too short',
            self::TooWide => 'cut off',
            self::Repeated => 'duplicate',
        };
    }

    public static function fromKey(string $key): ?self
    {
        foreach (self::cases() as $case) {
            if ($case->key() === $key) {
                return $case;
            }
        }

        return null;
    }

    /** @return list<self> the checks in a set of bits, gravest first */
    public static function inBits(int $bits): array
    {
        return array_values(
            array_filter(
                [self::Missing, self::TooWide, self::Repeated, self::TooShort],
                static fn (self $check): bool => ($bits & $check->value) !== 0,
            ),
        );
    }
}

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
    case LeadMissing = 16;
    case LeadLate = 32;
    case Vague = 64;
    case BrandTwice = 128;
    case Shouting = 256;
    case Leftover = 512;
    case OldYear = 1024;
    case Stuffed = 2048;
    case SameAsTitle = 4096;

    public function key(): string
    {
        return match ($this) {
            self::Missing => 'missing',
            self::TooShort => 'short',
            self::TooWide => 'wide',
            self::Repeated => 'repeated',
            self::LeadMissing => 'lead',
            self::LeadLate => 'late',
            self::Vague => 'vague',
            self::BrandTwice => 'brand',
            self::Shouting => 'loud',
            self::Leftover => 'leftover',
            self::OldYear => 'year',
            self::Stuffed => 'stuffed',
            self::SameAsTitle => 'same',
        };
    }

    public function label(): string
    {
        return match ($this) {
            self::Missing => 'missing',
            self::TooShort => 'too short',
            self::TooWide => 'cut off',
            self::Repeated => 'duplicate',
            self::LeadMissing => 'without lead term',
            self::LeadLate => 'lead term late',
            self::Vague => 'vague',
            self::BrandTwice => 'brand twice',
            self::Shouting => 'loud',
            self::Leftover => 'leftovers',
            self::OldYear => 'past year',
            self::Stuffed => 'stuffed',
            self::SameAsTitle => 'says the title',
        };
    }

    /** What is wrong, in words for whoever writes. */
    public function reason(): string
    {
        return match ($this) {
            self::Missing => 'there is none',
            self::TooShort => 'it is shorter than a result list has room for',
            self::TooWide => 'a result list cuts it off',
            self::Repeated => 'other pages show the same',
            self::LeadMissing => 'the page’s lead term is not in it',
            self::LeadLate => 'the lead term stands in its second half',
            self::Vague => 'it tells nothing of this page',
            self::BrandTwice => 'the brand stands in it twice',
            self::Shouting => 'capitals, emoji or repeated marks',
            self::Leftover => 'pieces of a template or of markup',
            self::OldYear => 'a year that is over',
            self::Stuffed => 'a word stands in it three times or more',
            self::SameAsTitle => 'it says what the title says, and no more',
        };
    }

    /** The change on many texts that repairs it; null where a person has to write. */
    public function repair(): ?string
    {
        return match ($this) {
            self::TooWide => 'fit',
            self::BrandTwice => 'brand-off',
            self::Shouting, self::Leftover => 'tidy',
            default => null,
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
                [
                    self::Missing,
                    self::TooWide,
                    self::Repeated,
                    self::Leftover,
                    self::Vague,
                    self::BrandTwice,
                    self::LeadMissing,
                    self::TooShort,
                    self::LeadLate,
                    self::Stuffed,
                    self::OldYear,
                    self::Shouting,
                    self::SameAsTitle,
                ],
                static fn (self $check): bool => ($bits & $check->value) !== 0,
            ),
        );
    }
}

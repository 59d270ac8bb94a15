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
    case NearlyRepeated = 8192;
    case AttributeCut = 16384;
    case BrandMissing = 32768;
    case OldPrice = 65536;
    case Misspelt = 131072;
    case CopiesBody = 262144;
    case OffHeading = 524288;
    case Forbidden = 1048576;
    case Unmet = 2097152;

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
            self::NearlyRepeated => 'near',
            self::AttributeCut => 'attribute',
            self::BrandMissing => 'unbranded',
            self::OldPrice => 'price',
            self::Misspelt => 'spelling',
            self::CopiesBody => 'copied',
            self::OffHeading => 'heading',
            self::Forbidden => 'forbidden',
            self::Unmet => 'required',
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
            self::NearlyRepeated => 'near duplicate',
            self::AttributeCut => 'attribute cut off',
            self::BrandMissing => 'without brand',
            self::OldPrice => 'another price',
            self::Misspelt => 'spelling',
            self::CopiesBody => 'copied from the page',
            self::OffHeading => 'not its heading',
            self::Forbidden => 'forbidden words',
            self::Unmet => 'lacks required words',
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
            self::NearlyRepeated => 'another page says the same words, in another order or other letters',
            self::AttributeCut => 'what tells this page from others is cut off',
            self::BrandMissing => 'the brand does not stand in it',
            self::OldPrice => 'it names a price that the page does not have',
            self::Misspelt => 'a word that no dictionary knows, nor the store’s own words',
            self::CopiesBody => 'the same words stand in the page’s own text',
            self::OffHeading => 'it has no word in common with the page’s main heading',
            self::Forbidden => 'words that the store does not want',
            self::Unmet => 'words that the store wants in it are not there',
        };
    }

    /** The change on many texts that repairs it; null where a person has to write. */
    public function repair(): ?string
    {
        return match ($this) {
            self::TooWide, self::AttributeCut => 'fit',
            self::BrandMissing => 'brand-on',
            self::BrandTwice => 'brand-off',
            self::Shouting, self::Leftover => 'tidy',
            default => null,
        };
    }

    /** Whether it is made of a text of this field at all. */
    public function isOf(TextField $field): bool
    {
        return match ($this) {
            self::LeadLate, self::Stuffed, self::AttributeCut, self::BrandMissing, self::OffHeading => $field ===
                TextField::Title,
            self::SameAsTitle, self::CopiesBody => $field === TextField::Description,
            default => true,
        };
    }

    /** Checks that a store makes only where it says so. */
    public static function offAtFirst(): int
    {
        return self::BrandMissing->value;
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
                    self::Forbidden,
                    self::Unmet,
                    self::OldPrice,
                    self::AttributeCut,
                    self::NearlyRepeated,
                    self::OffHeading,
                    self::Misspelt,
                    self::BrandMissing,
                    self::CopiesBody,
                ],
                static fn (self $check): bool => ($bits & $check->value) !== 0,
            ),
        );
    }
}

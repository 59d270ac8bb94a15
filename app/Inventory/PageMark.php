<?php

declare(strict_types=1);

namespace App\Inventory;

/** What is odd about a page as it was read; bits of page_index.marks. */
enum PageMark: int
{
    case NeedsScript = 1;
    case LooksMissing = 2;
    case BadStructured = 4;
    case StrayHead = 8;
    case CutShort = 16;
    case KeptOut = 32;
    case NoH1 = 64;
    case NoDescription = 128;
    case NoTitle = 256;
    case NoMarket = 512;

    public function key(): string
    {
        return strtolower((string) preg_replace('/(?<!^)[A-Z]/', '-$0', $this->name));
    }

    public function words(): string
    {
        return match ($this) {
            self::NeedsScript => 'filled by JavaScript',
            self::LooksMissing => 'soft 404 (not found, but status 200)',
            self::BadStructured => 'invalid structured data',
            self::StrayHead => 'canonical or robots outside the head',
            self::CutShort => 'cut off at the size limit',
            self::KeptOut => 'kept out on purpose',
            self::NoH1 => 'no H1',
            self::NoDescription => 'no description',
            self::NoTitle => 'no title',
            self::NoMarket => 'in no market (host and path)',
        };
    }

    public static function fromKey(string $key): ?self
    {
        foreach (self::cases() as $mark) {
            if ($mark->key() === $key) {
                return $mark;
            }
        }

        return null;
    }

    /** @return list<self> */
    public static function of(int $bits): array
    {
        return array_values(array_filter(self::cases(), static fn (self $mark): bool => ($bits & $mark->value) !== 0));
    }
}

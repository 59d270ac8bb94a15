<?php

declare(strict_types=1);

namespace App\Store\Pages;

/** How else than by links a page is known; bits of pages.sources. */
enum PageSource: int
{
    case Search = 4;
    case Sales = 8;
    case Sitemap = 16;

    /** @return list<string> names of the sources in a set of bits */
    public static function namesOf(int $bits): array
    {
        return array_values(array_map(static fn (self $source): string => strtolower($source->name), array_filter(self::cases(), static fn (self $source): bool => ($bits & $source->value) !== 0)));
    }
}

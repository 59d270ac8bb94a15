<?php

declare(strict_types=1);

namespace App\Inventory;

/**
 * How a page is known; bits of pages.sources, which leave out links and the shop, and of page_index.sources, which
 * have them all.
 */
enum PageSource: int
{
    case Links = 1;
    case Shop = 2;
    case Search = 4;
    case Sales = 8;
    case Sitemap = 16;
    case Backlinks = 32;
    case Index = 64;
    case List = 128;
    case Products = 256;
    case Logs = 512;

    /** Another page names it as its canonical. */
    case Canonicals = 1024;

    /** Somebody plans to make it. */
    case Planned = 2048;

    public static function fromKey(string $key): ?self
    {
        foreach (self::cases() as $source) {
            if (strtolower($source->name) === $key) {
                return $source;
            }
        }

        return null;
    }

    /** @return list<string> names of the sources in a set of bits */
    public static function namesOf(int $bits): array
    {
        return array_values(
            array_map(
                static fn (self $source): string => strtolower($source->name),
                array_filter(self::cases(), static fn (self $source): bool => ($bits & $source->value) !== 0),
            ),
        );
    }
}

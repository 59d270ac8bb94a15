<?php

declare(strict_types=1);

namespace App\Facts;

/**
 * Which of page, query, country, device, search type and day the rows of an import tell. Grains are never added
 * together.
 */
final class Grain
{
    public const PAGE = 1;

    public const QUERY = 2;

    public const COUNTRY = 4;

    public const DEVICE = 8;

    public const TYPE = 16;

    public const DAY = 32;

    private const NAMES = [
        self::PAGE => 'page',
        self::QUERY => 'query',
        self::COUNTRY => 'country',
        self::DEVICE => 'device',
        self::TYPE => 'search type',
        self::DAY => 'day',
    ];

    public static function inWords(int $grain): string
    {
        $names = array_values(
            array_filter(self::NAMES, static fn (int $bit): bool => ($grain & $bit) !== 0, ARRAY_FILTER_USE_KEY),
        );

        return $names === [] ? 'whole store' : 'by '.implode(', ', $names);
    }

    /**
     * The coarsest first, for it withholds the least.
     *
     * @param  list<int>  $grains
     * @return list<int>
     */
    public static function coarsestFirst(array $grains): array
    {
        usort(
            $grains,
            static fn (int $a, int $b): int => [substr_count(decbin($a), '1'), $a] <=> [
                substr_count(decbin($b), '1'),
                $b,
            ],
        );

        return $grains;
    }
}

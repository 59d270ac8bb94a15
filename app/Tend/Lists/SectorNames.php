<?php

declare(strict_types=1);

namespace App\Tend\Lists;

/**
 * What a collection is called where there is little room: its H1, unless that is a banner, else the beginning of its
 * title.
 */
final class SectorNames
{
    private const LONGEST = 26;

    /** @param  string  $h1s  JSON list */
    public static function of(string $title, string $h1s): string
    {
        $list = json_decode($h1s, true);
        $first = trim((preg_split('/\s+[|\-–—·»]\s+|:\s+/u', $title) ?: [''])[0]);
        $h1 = is_array($list) && is_string($list[0] ?? null) ? trim($list[0]) : '';
        // A heading that shares no word with the title is a banner.
        $words = static fn (string $text): array => preg_split(
            '/[^\p{L}\p{N}]+/u',
            mb_strtolower($text),
            -1,
            PREG_SPLIT_NO_EMPTY,
        ) ?:
        [];
        $name = $h1 !== '' && array_intersect($words($h1), $words($title)) !== [] ? $h1 : $first;

        return mb_strlen($name) > self::LONGEST ? mb_substr($name, 0, self::LONGEST - 1).'…' : $name;
    }
}

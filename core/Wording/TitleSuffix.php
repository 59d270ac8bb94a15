<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

/** Learns what a theme appends to stored titles, from pairs of stored and shown ones, or from shown ones alone. */
final class TitleSuffix
{
    /** Pairs below which nothing is concluded; a suffix must hold on this share of them. */
    private const LEAST_PAIRS = 3;

    private const LEAST_SHARE = 0.5;

    /**
     * The text that follows the stored title on most pages where one is stored; '' where themes add nothing.
     *
     * @param  iterable<array{0: string, 1: string}>  $pairs  stored title, shown title
     */
    public static function learn(iterable $pairs): string
    {
        $seen = [];
        $total = 0;
        foreach ($pairs as [$stored, $shown]) {
            $stored = trim($stored);
            if ($stored === '') {
                continue;
            }
            $total++;
            if (str_starts_with($shown, $stored)) {
                $rest = substr($shown, strlen($stored));
                $seen[$rest] = ($seen[$rest] ?? 0) + 1;
            }
        }
        if ($total < self::LEAST_PAIRS || $seen === []) {
            return '';
        }
        arsort($seen);

        return reset($seen) >= self::LEAST_SHARE * $total ? (string) key($seen) : '';
    }

    /** What stands between a title and what the theme adds; longer signs first. */
    private const SEPARATORS = '/^(.*\S)(\s+(?:\||–|—|-|·|•|::|»|\/\/)\s+\S.*?|\s*(?:\|)\s*\S.*?)$/u';

    /**
     * Share of all titles that must end alike for their ending to count as the theme's, where the stored ones are not
     * known.
     */
    private const LEAST_SHARE_OF_SHOWN = 0.6;

    /**
     * The ending that most titles have in common, from its separator on; '' where there is none.
     *
     * @param  list<string>  $shown  titles of one kind of page
     */
    public static function ofShown(array $shown): string
    {
        $suffix = '';
        $rest = array_values(
            array_filter(array_map(trim(...), $shown), static fn (string $title): bool => $title !== ''),
        );
        $least = self::LEAST_SHARE_OF_SHOWN * count($rest);
        // An ending may have several parts, such as the department and the shop.
        for ($part = 0; $part < 3 && count($rest) >= self::LEAST_PAIRS; $part++) {
            $seen = [];
            foreach ($rest as $title) {
                if (preg_match(self::SEPARATORS, $title, $found) === 1) {
                    $seen[$found[2]] = ($seen[$found[2]] ?? 0) + 1;
                }
            }
            arsort($seen);
            $best = (string) array_key_first($seen);
            if ($seen === [] || reset($seen) < max(self::LEAST_PAIRS, $least)) {
                break;
            }
            $suffix = $best.$suffix;
            $rest = array_values(
                array_map(
                    static fn (string $title): string => substr($title, 0, -strlen($best)),
                    array_filter($rest, static fn (string $title): bool => str_ends_with($title, $best)),
                ),
            );
        }

        return $suffix;
    }

    /** A shown title without what the theme added. */
    public static function without(string $shown, string $suffix): string
    {
        $shown = trim($shown);

        return $suffix !== '' && strlen($shown) > strlen($suffix) && str_ends_with($shown, rtrim($suffix))
            ? rtrim(substr($shown, 0, -strlen(rtrim($suffix))))
            : $shown;
    }
}

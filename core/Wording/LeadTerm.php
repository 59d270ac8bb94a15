<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

use Normalizer;

/**
 * Whether a text holds a search term: all its words, in whatever order, plural and other endings included. The browser
 * says the same while one types (resources/js/lead-term.js).
 */
final class LeadTerm
{
    /** Letters by which two forms of a word may differ at their ends. */
    private const ENDING = 2;

    /** Letters of a word below which it has to stand as it is. */
    private const SHORT = 3;

    public static function standsIn(string $text, string $term): bool
    {
        return self::from($text, $term) !== null;
    }

    /** Whether its first word stands in the first half of the text. */
    public static function isEarly(string $text, string $term): bool
    {
        $from = self::from($text, $term);

        return $from !== null && $from <= mb_strlen($text) / 2;
    }

    /** Where the first of its words begins, in characters; null where one of them is missing. */
    private static function from(string $text, string $term): ?int
    {
        $plain = self::plain($text);
        preg_match_all('/[\p{L}\p{N}]+/u', $plain, $found, PREG_OFFSET_CAPTURE);
        $first = null;
        foreach (self::words($term) as $part) {
            $at = null;
            foreach ($found[0] as [$word, $offset]) {
                if (self::isForm($word, $part)) {
                    $at = mb_strlen(substr($plain, 0, $offset));
                    break;
                }
            }
            if ($at === null) {
                return null;
            }
            $first = min($first ?? $at, $at);
        }

        return $first;
    }

    private static function isForm(string $word, string $part): bool
    {
        return $word === $part ||
            (mb_strlen($part) > self::SHORT &&
                str_starts_with($word, mb_substr($part, 0, -1)) &&
                abs(mb_strlen($word) - mb_strlen($part)) <= self::ENDING);
    }

    /** @return list<string> */
    private static function words(string $text): array
    {
        preg_match_all('/[\p{L}\p{N}]+/u', self::plain($text), $found);

        return $found[0];
    }

    /**
     * Small letters without their marks: searchers type "bronte", "grosse" and "lovdal" for Brontë, Größe and Løvdal.
     */
    private static function plain(string $text): string
    {
        $parts = Normalizer::normalize(mb_strtolower(mb_scrub($text)), Normalizer::FORM_D);

        return str_replace(
            ['ß', 'ς', 'œ', 'æ', 'ø', 'ł', 'đ', 'ı'],
            ['ss', 'σ', 'oe', 'ae', 'o', 'l', 'd', 'i'],
            (string) preg_replace('/\p{M}+/u', '', $parts === false ? $text : $parts),
        );
    }
}

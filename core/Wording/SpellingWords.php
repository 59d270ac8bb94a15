<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

/** Picks the words of a text that a dictionary can judge: no numbers, codes, addresses or abbreviations. */
final class SpellingWords
{
    /** @return list<string> each once, as they stand */
    public static function of(string $text): array
    {
        // A word that is cut off by dots is none.
        $text = (string) preg_replace('/\p{L}+(?:…|\.{3})\s*$/u', '', mb_scrub($text));
        // Addresses, and what holds a digit: "E27", "3000K", "http://…", "info@…".
        $plain = (string) preg_replace(
            '~\b(?:https?://|www\.)\S+|\S+@\S+|[\p{L}\p{M}’\'.-]*\d[\p{L}\p{N}’\'.-]*~u',
            ' ',
            $text,
        );
        preg_match_all('/\p{L}[\p{L}\p{M}]*(?:[’\']\p{L}+)*/u', $plain, $found);
        $words = [];
        foreach ($found[0] as $word) {
            $word = str_replace('’', "'", $word);
            // Capitals throughout are abbreviations, or shouting, which another check tells.
            if (mb_strlen($word) > 2 && mb_strlen($word) < 60 && preg_match('/\p{Ll}/u', $word) === 1) {
                $words[] = $word;
            }
        }

        return array_values(array_unique($words));
    }
}

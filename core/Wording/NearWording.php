<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

use Normalizer;

/**
 * When two texts say nearly the same: the same words, in another order, in other letters, with other marks or endings,
 * or with other small words between them. Numbers and what tells one variant from another count: "E14" is not "E27".
 */
final class NearWording
{
    /** Small words that change nothing, in the languages that the checks know. */
    private const SMALL = [
        'a', 'an', 'the', 'and', 'or', 'of', 'in', 'on', 'at', 'by', 'for', 'from', 'to', 'with', 'our', 'your', 'der',
        'die', 'das', 'den', 'dem', 'ein', 'eine', 'und', 'oder', 'von', 'im', 'am', 'fur', 'mit', 'aus', 'zu', 'le',
        'la', 'les', 'un', 'une', 'et', 'ou', 'de', 'du', 'des', 'en', 'pour', 'avec', 'el', 'los', 'las', 'una', 'y',
        'o', 'del', 'para', 'con',
    ];

    /** Eight bytes that are the same for texts that say nearly the same; null where a text has no words. */
    public static function digest(string $text): ?string
    {
        $words = self::words($text);

        return $words === [] ? null : substr(md5(implode(' ', $words), true), 0, 8);
    }

    /** @return list<string> its words in their order by letters, each once */
    public static function words(string $text): array
    {
        $plain = Normalizer::normalize(mb_strtolower(mb_scrub($text)), Normalizer::FORM_D);
        $plain = str_replace('ß', 'ss', (string) preg_replace('/\p{M}+/u', '', $plain === false ? $text : $plain));
        preg_match_all('/[\p{L}\p{N}]+/u', $plain, $found);
        $words = [];
        foreach ($found[0] as $word) {
            if (! in_array($word, self::SMALL, true)) {
                $words[self::withoutEnding($word)] = true;
            }
        }
        ksort($words, SORT_STRING);

        return array_map(strval(...), array_keys($words));
    }

    private static function withoutEnding(string $word): string
    {
        if (mb_strlen($word) < 4 || preg_match('/\d/', $word) === 1) {
            return $word;
        }

        return (string) preg_replace('/(?<=\p{L}{3})(?:es|en|(?<!s)s|n|e)$/u', '', $word);
    }
}

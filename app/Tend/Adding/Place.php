<?php

declare(strict_types=1);

namespace App\Tend\Adding;

use Orchard\Core\Terms\PageWordIndex;

/** Finds the sentence of a text in which a link fits: where its words stand, else where most of them do. */
final class Place
{
    /** Share of the words that a sentence must have to be one. */
    private const ENOUGH = 0.6;

    private const LONGEST = 480;

    private const FEWEST_WORDS = 5;

    /** @return string empty where no sentence has enough of the words */
    public static function in(string $text, string $anchor, string $language): string
    {
        $forms = PageWordIndex::forms($anchor, $language);
        [$best, $most] = ['', 0.0];
        foreach (preg_split('/\n|(?<=[.!?…])\s+/u', $text, -1, PREG_SPLIT_NO_EMPTY) ?: [] as $sentence) {
            // Headings, labels and breadcrumbs are no sentences.
            if (
                preg_match('/[.!?…:]$/u', $sentence) !== 1 ||
                preg_match_all('/[\p{L}\p{N}]+/u', $sentence) < self::FEWEST_WORDS ||
                mb_strlen($sentence) > self::LONGEST
            ) {
                continue;
            }
            if (mb_stripos($sentence, $anchor) !== false) {
                return $sentence;
            }
            // Forms are dear: a sentence without the beginning of any word is passed over.
            if (! self::mayHave($sentence, $anchor)) {
                continue;
            }
            $has = count(array_intersect($forms, PageWordIndex::forms($sentence, $language)));
            $share = $forms === [] ? 0.0 : $has / count($forms);
            if ($share > $most) {
                [$best, $most] = [$sentence, $share];
            }
        }

        return $most >= self::ENOUGH ? $best : '';
    }

    private static function mayHave(string $sentence, string $anchor): bool
    {
        foreach (preg_split('/[^\p{L}\p{N}]+/u', $anchor, -1, PREG_SPLIT_NO_EMPTY) ?: [] as $word) {
            if (mb_stripos($sentence, mb_substr($word, 0, 3)) !== false) {
                return true;
            }
        }

        return false;
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

/** Texts as lists of words in small letters; what is compared is words, never bytes. */
final class Words
{
    /** Letters, digits and what holds them together inside a word: hyphen, point, comma between digits, apostrophe. */
    private const WORD = '/[\p{L}\p{N}](?:[\p{L}\p{N}\p{M}]|[\'’\-.](?=[\p{L}\p{N}])|(?<=\d),(?=\d))*/u';

    /** @return list<string> in their order */
    public static function of(string $text): array
    {
        $text = mb_strtolower(mb_scrub($text));

        return preg_match_all(self::WORD, $text, $found) > 0 ? $found[0] : [];
    }

    /**
     * What one text says that the other does not, each word as often as it is missing.
     *
     * @param  list<string>  $ours
     * @param  list<string>  $theirs
     * @return array{list<string>, list<string>} words of ours alone, words of theirs alone
     */
    public static function apart(array $ours, array $theirs): array
    {
        $left = array_count_values($theirs);
        $only = [];
        foreach ($ours as $word) {
            if (($left[$word] ?? 0) > 0) {
                $left[$word]--;
            } else {
                $only[] = $word;
            }
        }
        $right = [];
        foreach (array_filter($left) as $word => $count) {
            array_push($right, ...array_fill(0, $count, (string) $word));
        }

        return [$only, $right];
    }
}

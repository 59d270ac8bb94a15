<?php

declare(strict_types=1);

namespace Orchard\Core\Text;

/**
 * What changed between two texts, word by word: the longest common subsequence of their words stays, the rest was taken
 * out or put in. Cost is the product of both counts of words, of which the first 400 are looked at.
 */
final class WordDiff
{
    public const SAME = 0;

    public const OUT = -1;

    public const IN = 1;

    private const MOST_WORDS = 400;

    /** @return list<array{string, -1|0|1}> pieces in their order: text with its blanks, and SAME, OUT or IN */
    public static function between(string $before, string $after): array
    {
        $a = self::words($before);
        $b = self::words($after);
        $common = array_fill(0, count($a) + 1, array_fill(0, count($b) + 1, 0));
        for ($i = count($a) - 1; $i >= 0; $i--) {
            for ($j = count($b) - 1; $j >= 0; $j--) {
                $common[$i][$j] =
                    $a[$i] === $b[$j] ? $common[$i + 1][$j + 1] + 1 : max($common[$i + 1][$j], $common[$i][$j + 1]);
            }
        }
        $steps = [];
        $i = $j = 0;
        while ($i < count($a) || $j < count($b)) {
            if ($i < count($a) && $j < count($b) && $a[$i] === $b[$j]) {
                $steps[] = [$a[$i++], self::SAME];
                $j++;
            } elseif ($j === count($b) || ($i < count($a) && $common[$i + 1][$j] >= $common[$i][$j + 1])) {
                $steps[] = [$a[$i++], self::OUT];
            } else {
                $steps[] = [$b[$j++], self::IN];
            }
        }

        return self::joined($steps);
    }

    /**
     * @param  list<array{string, -1|0|1}>  $steps  word by word
     * @return list<array{string, -1|0|1}>
     */
    private static function joined(array $steps): array
    {
        $pieces = [];
        foreach ($steps as [$word, $how]) {
            $last = array_pop($pieces);
            if ($last === null || $last[1] !== $how) {
                $last === null || ($pieces[] = $last);
                $pieces[] = [$word, $how];
            } else {
                $pieces[] = ["$last[0] $word", $how];
            }
        }

        return $pieces;
    }

    /** @return list<string> */
    private static function words(string $text): array
    {
        return array_slice(preg_split('/\s+/u', trim($text), -1, PREG_SPLIT_NO_EMPTY) ?: [], 0, self::MOST_WORDS);
    }
}

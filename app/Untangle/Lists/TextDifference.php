<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

/**
 * Two texts line by line: what stands in both, in the first alone, in the second alone, in an order that reads well.
 */
final class TextDifference
{
    /** Lines of each that are compared; of longer texts the first ones. */
    private const MOST = 400;

    /**
     * By the longest common subsequence of lines (Hunt and McIlroy 1976, in its plain form).
     *
     * @param  list<string>  $ours
     * @param  list<string>  $theirs
     * @return list<array{string, string}> "both", "ours" or "theirs", and the line
     */
    public static function of(array $ours, array $theirs): array
    {
        [$ours, $theirs] = [array_slice($ours, 0, self::MOST), array_slice($theirs, 0, self::MOST)];
        $lengths = array_fill(0, count($ours) + 1, array_fill(0, count($theirs) + 1, 0));
        for ($i = count($ours) - 1; $i >= 0; $i--) {
            for ($j = count($theirs) - 1; $j >= 0; $j--) {
                $lengths[$i][$j] =
                    $ours[$i] === $theirs[$j]
                        ? $lengths[$i + 1][$j + 1] + 1
                        : max($lengths[$i + 1][$j], $lengths[$i][$j + 1]);
            }
        }
        $lines = [];
        for ($i = $j = 0; $i < count($ours) || $j < count($theirs);) {
            if ($i < count($ours) && $j < count($theirs) && $ours[$i] === $theirs[$j]) {
                $lines[] = ['both', $ours[$i++]];
                $j++;
            } elseif ($i < count($ours) && ($j >= count($theirs) || $lengths[$i + 1][$j] >= $lengths[$i][$j + 1])) {
                $lines[] = ['ours', $ours[$i++]];
            } else {
                $lines[] = ['theirs', $theirs[$j++]];
            }
        }

        return $lines;
    }
}

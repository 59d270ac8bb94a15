<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

/**
 * A text as the set of its runs of three words, each as a 32-bit number (CRC-32).
 *
 * Broder, "On the resemblance and containment of documents" (1997). A text of one or two words is one run.
 */
final class Shingles
{
    public const WIDTH = 3;

    /**
     * @param  list<string>  $words
     * @return array<int, true> runs, as keys
     */
    public static function of(array $words): array
    {
        $count = count($words);
        if ($count < self::WIDTH) {
            return $count === 0 ? [] : [crc32(implode(' ', $words)) => true];
        }
        $runs = [];
        for ($i = 0, $last = $count - self::WIDTH; $i <= $last; $i++) {
            $runs[crc32($words[$i].' '.$words[$i + 1].' '.$words[$i + 2])] = true;
        }

        return $runs;
    }

    /**
     * Jaccard similarity of two sets, 0 to 1; two empty sets are not alike, for nothing is known of them.
     *
     * @param  array<int, true>  $a
     * @param  array<int, true>  $b
     */
    public static function likeness(array $a, array $b): float
    {
        if ($a === [] || $b === []) {
            return 0.0;
        }
        if (count($a) > count($b)) {
            [$a, $b] = [$b, $a];
        }
        $shared = count(array_intersect_key($a, $b));

        return $shared / (count($a) + count($b) - $shared);
    }

    /**
     * The share of the smaller set that the larger one has, too, 0 to 1.
     *
     * @param  array<int, true>  $a
     * @param  array<int, true>  $b
     */
    public static function containment(array $a, array $b): float
    {
        return $a === [] || $b === [] ? 0.0 : count(array_intersect_key($a, $b)) / min(count($a), count($b));
    }
}

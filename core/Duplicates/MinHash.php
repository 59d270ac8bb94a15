<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

/**
 * Signatures by which alike texts are found without comparing each with each: for each of 126 hash functions the least
 * value over the text's runs. The share of equal values estimates the Jaccard similarity of the runs (Broder 1997),
 * with a standard error of sqrt(s(1-s)/126): 0.036 at 0.8.
 *
 * The functions are h(x) = (a x + b) mod 2^61-ish, of which the upper 32 bits count; a is odd. They come from a fixed
 * sequence, so that signatures made on different days can be compared.
 */
final class MinHash
{
    /** 21 bands of 6: of pairs that are alike to 0.8, 99.8% share a band; of those at 0.5, 28%; at 0.3, 1.5%. */
    public const BANDS = 21;

    public const ROWS = 6;

    public const VALUES = self::BANDS * self::ROWS;

    /** @var list<int> */
    private array $factors = [];

    /** @var list<int> */
    private array $shifts = [];

    public function __construct()
    {
        $state = 0x2545F491;
        for ($i = 0; $i < self::VALUES; $i++) {
            foreach (['factors', 'shifts'] as $list) {
                // Xorshift32 (Marsaglia 2003).
                $state ^= ($state << 13) & 0xFFFFFFFF;
                $state ^= $state >> 17;
                $state ^= ($state << 5) & 0xFFFFFFFF;
                $this->{$list}[] = $list === 'factors' ? ($state & 0x7FFFFFFF) | 1 : $state & 0x7FFFFFFF;
            }
        }
    }

    /**
     * @param  array<int, true>  $runs  as Shingles gives them
     * @return string 4 bytes a value; '' for a text without words
     */
    public function signature(array $runs): string
    {
        if ($runs === []) {
            return '';
        }
        $runs = array_keys($runs);
        $values = [];
        for ($i = 0; $i < self::VALUES; $i++) {
            $factor = $this->factors[$i];
            $shift = $this->shifts[$i];
            $least = 0x7FFFFFFFFFFF;
            foreach ($runs as $run) {
                // 31 bits times 32 bits stay below 2^63; the middle bits are well mixed.
                $value = (($factor * $run + $shift) >> 15) & 0xFFFFFFFF;
                if ($value < $least) {
                    $least = $value;
                }
            }
            $values[] = $least;
        }

        return pack('V*', ...$values);
    }

    /** The estimated similarity of two texts, 0 to 1. */
    public static function likeness(string $a, string $b): float
    {
        if ($a === '' || $b === '') {
            return 0.0;
        }
        if ($a === $b) {
            return 1.0;
        }
        $equal = 0;
        $ours = (array) unpack('V*', $a);
        $theirs = (array) unpack('V*', $b);
        foreach ($ours as $i => $value) {
            $equal += $value === $theirs[$i] ? 1 : 0;
        }

        return $equal / self::VALUES;
    }
}

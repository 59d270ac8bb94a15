<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

/**
 * Pairs of texts that may be alike to 0.8 and more, out of many, by banded signatures (Leskovec, Rajaraman, Ullman:
 * Mining of Massive Datasets, chapter 3.4).
 *
 * Texts with the same signature stand for each other: the first of them is compared, the others follow it. Memory: the
 * signatures (504 bytes each) and one table of a band at a time. Time: nearly linear as long as families of alike texts
 * are small; a bucket of more than 200 is taken as a chain, each member with its next ones, since its members are a
 * family whose other bands bring the rest together.
 */
final class NearTwins
{
    /** Estimated similarity from which a pair is worth comparing in truth: 0.8 less 2.8 standard errors. */
    public const WORTH = 0.7;

    private const CROWD = 200;

    private const NEXT_IN_CROWD = 20;

    /** @var array<int, string> signature by text */
    private array $signatures = [];

    /** @var array<string, int> the first text of each signature */
    private array $firsts = [];

    /** @var array<int, list<int>> texts that have the signature of another */
    private array $followers = [];

    /** Pairs that shared a band, before the estimate was asked; for reports. */
    private int $candidates = 0;

    public function add(int $text, string $signature): void
    {
        if ($signature === '') {
            return;
        }
        $mark = md5($signature, true);
        if (isset($this->firsts[$mark])) {
            $this->followers[$this->firsts[$mark]][] = $text;

            return;
        }
        $this->firsts[$mark] = $text;
        $this->signatures[$text] = $signature;
    }

    /** @return \Generator<array{int, int}> each pair once, the smaller number first */
    public function pairs(): \Generator
    {
        foreach ($this->followers as $first => $texts) {
            foreach ($texts as $text) {
                yield [min($first, $text), max($first, $text)];
            }
        }
        $seen = [];
        for ($band = 0; $band < MinHash::BANDS; $band++) {
            $buckets = [];
            foreach ($this->signatures as $text => $signature) {
                $buckets[substr($signature, 4 * MinHash::ROWS * $band, 4 * MinHash::ROWS)][] = $text;
            }
            foreach ($buckets as $texts) {
                if (($count = count($texts)) < 2) {
                    continue;
                }
                sort($texts);
                $reach = $count > self::CROWD ? self::NEXT_IN_CROWD : $count;
                foreach ($texts as $i => $one) {
                    for ($j = $i + 1, $end = min($count, $i + 1 + $reach); $j < $end; $j++) {
                        $mark = ($one << 32) | $texts[$j];
                        if (isset($seen[$mark])) {
                            continue;
                        }
                        $seen[$mark] = true;
                        $this->candidates++;
                        if (MinHash::likeness($this->signatures[$one], $this->signatures[$texts[$j]]) >= self::WORTH) {
                            yield [$one, $texts[$j]];
                        }
                    }
                }
            }
        }
    }

    /** Pairs looked at so far. */
    public function candidates(): int
    {
        return $this->candidates;
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Matching;

use InvalidArgumentException;

/** Which term could be given to which page, and what that would be worth: a sparse table, row by row. */
final class Candidates
{
    /** A pair's largest worth; with a hundred thousand rows the sums of an assignment still fit 63 bits. */
    public const MOST_WORTH = 1_000_000_000;

    /** @var list<int> where the pairs of a row begin, and at the end how many there are */
    private array $from = [0];

    /** @var list<int> */
    private array $terms = [];

    /** @var list<int> */
    private array $worths = [];

    private int $termCount = 0;

    /**
     * Adds the next row.
     *
     * @param  array<int, int>  $worths  by term, 0 to MOST_WORTH; terms are numbered from 0
     *
     * @throws InvalidArgumentException where a number is out of range
     */
    public function add(array $worths): void
    {
        // The best first: ties are then broken by the order of terms, whatever the order in which they were given.
        uksort($worths, static fn (int $a, int $b): int => [$worths[$b], $a] <=> [$worths[$a], $b]);
        foreach ($worths as $term => $worth) {
            if ($term < 0 || $worth < 0 || $worth > self::MOST_WORTH) {
                throw new InvalidArgumentException("Term $term cannot be worth $worth: 0 to ".self::MOST_WORTH.'.');
            }
            $this->terms[] = $term;
            $this->worths[] = $worth;
            $this->termCount = max($this->termCount, $term + 1);
        }
        $this->from[] = count($this->terms);
    }

    public function rows(): int
    {
        return count($this->from) - 1;
    }

    public function terms(): int
    {
        return $this->termCount;
    }

    /** @return array{list<int>, list<int>, list<int>} where each row begins, terms and worths, for a loop over them */
    public function packed(): array
    {
        return [$this->from, $this->terms, $this->worths];
    }

    /** What a pair is worth; null where the term is no candidate of the row. */
    public function worth(int $row, int $term): ?int
    {
        for ($k = $this->from[$row]; $k < $this->from[$row + 1]; $k++) {
            if ($this->terms[$k] === $term) {
                return $this->worths[$k];
            }
        }

        return null;
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Matching;

use InvalidArgumentException;
use SplMinHeap;

/**
 * The matching of rows and terms that is worth most together: each row at most one term, each term at most one row.
 *
 * Shortest augmenting paths with dual prices (Jonker and Volgenant 1987, "A shortest augmenting path algorithm for
 * dense
 * and sparse linear assignment problems"): rows come in one after the other, each by the cheapest chain of changes,
 * found
 * by Dijkstra's algorithm over reduced costs; any row may also stay alone at no cost. Whole numbers throughout, so that
 * the result is exact. An auction does as well where worths differ, but where many rows want the same few terms for
 * nearly the same worth (products that are alike) it bids them up step by step, for hours.
 */
final class Assignment
{
    /** Pairs that are looked at before what is there is taken, with its gap told; 20,000 pages need some 20,000,000. */
    public const MOST_STEPS = 3_000_000_000;

    /** Terms of one table, at most: a distance and a term's number share one whole number. */
    private const TERM_BITS = 21;

    /** @var list<int> */
    private array $from;

    /** @var list<int> */
    private array $terms;

    /** @var list<int> */
    private array $worths;

    /** @var array<int, int> what each row has beyond the price of its term */
    private array $left = [];

    /** @var array<int, int> */
    private array $price;

    /** @var array<int, int> row by term; -1 where it is free */
    private array $owner;

    /** @var array<int, int> term by row; -1 where it stays alone */
    private array $of;

    private int $steps = 0;

    /** @param  array<int, true>  $isLocked */
    private function __construct(private readonly Candidates $candidates, private readonly array $isLocked)
    {
        [$this->from, $this->terms, $this->worths] = $candidates->packed();
        $this->price = array_fill(0, $candidates->terms(), 0);
        $this->owner = array_fill(0, $candidates->terms(), -1);
        $this->of = array_fill(0, $candidates->rows(), -1);
    }

    /**
     * @param  array<int, int>  $locked  term by row, as people decided; neither is given to another
     *
     * @throws InvalidArgumentException where two rows are locked to one term, or there are more than two million terms
     */
    public static function best(Candidates $candidates, array $locked = [], int $mostSteps = self::MOST_STEPS): Matching
    {
        if (count(array_unique($locked)) < count($locked)) {
            throw new InvalidArgumentException('Two rows are locked to one term.');
        }
        if ($candidates->terms() >= 1 << self::TERM_BITS) {
            throw new InvalidArgumentException('A matching has at most '.((1 << self::TERM_BITS) - 1).' terms.');
        }
        $self = new self($candidates, array_fill_keys($locked, true));
        $rows = [];
        for ($row = 0, $all = $candidates->rows(); $row < $all; $row++) {
            if (! isset($locked[$row])) {
                $self->left[$row] = $self->most($row);
                $rows[] = $row;
            }
        }
        foreach ($rows as $row) {
            $self->steps < $mostSteps ? $self->bringIn($row) : $self->takeFree($row);
        }

        return $self->told($locked);
    }

    private function most(int $row): int
    {
        $most = 0;
        for ($k = $this->from[$row], $end = $this->from[$row + 1]; $k < $end; $k++) {
            if ($this->worths[$k] > $most && ! isset($this->isLocked[$this->terms[$k]])) {
                $most = $this->worths[$k];
            }
        }

        return $most;
    }

    /** Gives a row the place in the matching that makes all worth most, moving others where that is better. */
    private function bringIn(int $first): void
    {
        $heap = new SplMinHeap();
        $distance = $via = [];
        $rowAt = [$first => 0];
        $settled = [];
        $row = $first;
        $at = 0;
        // The cheapest end so far: a row that then stays alone.
        $endRow = $first;
        $end = $this->left[$first];
        $endTerm = -1;
        while (true) {
            for ($k = $this->from[$row], $last = $this->from[$row + 1]; $k < $last; $k++) {
                $this->steps++;
                $term = $this->terms[$k];
                if (isset($settled[$term]) || isset($this->isLocked[$term]) || $this->of[$row] === $term) {
                    continue;
                }
                $far = $at + $this->left[$row] + $this->price[$term] - $this->worths[$k];
                if ($far < $end && (! isset($distance[$term]) || $far < $distance[$term])) {
                    $distance[$term] = $far;
                    $via[$term] = $row;
                    $heap->insert(($far << self::TERM_BITS) | $term);
                }
            }
            do {
                if ($heap->isEmpty()) {
                    break 2;
                }
                /** @var int $next */
                $next = $heap->extract();
                $term = $next & ((1 << self::TERM_BITS) - 1);
                $far = $next >> self::TERM_BITS;
            } while (isset($settled[$term]) || $far > $distance[$term]);
            if ($far >= $end) {
                break;
            }
            if ($this->owner[$term] < 0) {
                $end = $far;
                $endTerm = $term;
                break;
            }
            $settled[$term] = $far;
            $row = $this->owner[$term];
            $at = $far;
            $rowAt[$row] = $far;
            if ($far + $this->left[$row] < $end) {
                $end = $far + $this->left[$row];
                $endRow = $row;
            }
        }
        foreach ($rowAt as $reached => $far) {
            $far < $end && ($this->left[$reached] -= $end - $far);
        }
        foreach ($settled as $term => $far) {
            $far < $end && ($this->price[$term] += $end - $far);
        }
        $this->change($first, $endTerm, $endRow, $via);
    }

    /** Where there is no time left to move others: the best of what is free. */
    private function takeFree(int $row): void
    {
        $most = 0;
        for ($k = $this->from[$row], $end = $this->from[$row + 1]; $k < $end; $k++) {
            $term = $this->terms[$k];
            if ($this->worths[$k] > $most && $this->owner[$term] < 0 && ! isset($this->isLocked[$term])) {
                $most = $this->worths[$k];
                $this->of[$row] = $term;
            }
        }
        $most > 0 && ($this->owner[$this->of[$row]] = $row);
    }

    /**
     * Moves along the chain that was found, from its end back to the row that came in.
     *
     * @param  array<int, int>  $via  by which row each term was reached
     */
    private function change(int $first, int $endTerm, int $endRow, array $via): void
    {
        $term = $endTerm;
        if ($term < 0) {
            if ($endRow === $first) {
                return;
            }
            $term = $this->of[$endRow];
            $this->of[$endRow] = -1;
        }
        while (true) {
            $row = $via[$term];
            $before = $this->of[$row];
            $this->of[$row] = $term;
            $this->owner[$term] = $row;
            if ($row === $first) {
                return;
            }
            $term = $before;
        }
    }

    /** @param  array<int, int>  $locked */
    private function told(array $locked): Matching
    {
        foreach ($locked as $row => $term) {
            $this->of[$row] = $term;
        }
        $total = 0;
        foreach ($this->of as $row => $term) {
            $total += $term < 0 ? 0 : $this->candidates->worth($row, $term) ?? 0;
        }
        $fixed = 0;
        foreach ($locked as $row => $term) {
            $fixed += $this->candidates->worth($row, $term) ?? 0;
        }

        // By weak duality no matching is worth more than all prices and what each row has beyond them.
        return new Matching(
            array_values($this->of),
            $total,
            max(0, $fixed + array_sum($this->price) + array_sum($this->left) - $total),
        );
    }
}

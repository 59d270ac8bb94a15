<?php

declare(strict_types=1);

namespace Orchard\Core\Matching;

use InvalidArgumentException;

/**
 * The matching of rows and terms that is worth most together: each row at most one term, each term at most one row.
 *
 * A forward auction (Bertsekas 1988, "The auction algorithm"): rows bid for the term that leaves them most beyond its
 * price, by as much as it is better than their second choice; each may also stay alone at no cost. Worths are scaled by
 * the number of rows and one, so that a bid step of one makes the result exact. All prices begin at zero and a term's
 * price is above zero only while it is taken, as a problem with more terms than rows needs it.
 */
final class Assignment
{
    /** Bids by default before what is there is taken, with its gap told; a store of 20,000 pages needs some 100,000. */
    public const MOST_BIDS = 50_000_000;

    /**
     * @param  array<int, int>  $locked  term by row, as people decided; neither is given to another
     *
     * @throws InvalidArgumentException where two rows are locked to one term
     */
    public static function best(Candidates $candidates, array $locked = [], int $mostBids = self::MOST_BIDS): Matching
    {
        if (count(array_unique($locked)) < count($locked)) {
            throw new InvalidArgumentException('Two rows are locked to one term.');
        }
        $rows = $candidates->rows();
        [$from, $terms, $worths] = $candidates->packed();
        $scale = $rows + 1;
        $price = array_fill(0, $candidates->terms(), 0);
        $owner = array_fill(0, $candidates->terms(), -1);
        $of = array_fill(0, $rows, -1);
        $isLocked = [];
        foreach ($locked as $row => $term) {
            $isLocked[$term] = true;
            $of[$row] = $term;
        }
        $waiting = array_values(array_diff(range(0, $rows - 1), array_keys($locked)));
        $waiting = $rows === 0 ? [] : array_reverse($waiting);
        $bids = 0;
        while ($waiting !== []) {
            $row = array_pop($waiting);
            // To stay alone is worth nothing, and is always free.
            $best = $second = 0;
            $chosen = -1;
            for ($k = $from[$row], $end = $from[$row + 1]; $k < $end; $k++) {
                $term = $terms[$k];
                if (isset($isLocked[$term])) {
                    continue;
                }
                $left = $worths[$k] * $scale - $price[$term];
                if ($left > $best) {
                    $second = $best;
                    $best = $left;
                    $chosen = $term;
                } elseif ($left > $second) {
                    $second = $left;
                }
            }
            if ($chosen < 0) {
                continue;
            }
            $price[$chosen] += $best - $second + 1;
            $loser = $owner[$chosen];
            $owner[$chosen] = $row;
            $of[$row] = $chosen;
            if ($loser >= 0) {
                $of[$loser] = -1;
                $waiting[] = $loser;
            }
            if (++$bids >= $mostBids) {
                break;
            }
        }

        return self::told($candidates, array_values($of), array_values($price), $locked);
    }

    /**
     * @param  list<int>  $of
     * @param  list<int>  $price  scaled
     * @param  array<int, int>  $locked
     */
    private static function told(Candidates $candidates, array $of, array $price, array $locked): Matching
    {
        [$from, $terms, $worths] = $candidates->packed();
        $scale = $candidates->rows() + 1;
        $isLocked = array_fill_keys($locked, true);
        $total = $fixed = 0;
        $bound = array_sum($price);
        foreach ($of as $row => $term) {
            $total += $term < 0 ? 0 : $candidates->worth($row, $term) ?? 0;
            if (isset($locked[$row])) {
                $fixed += $candidates->worth($row, $locked[$row]) ?? 0;

                continue;
            }
            // By weak duality no matching is worth more than all prices and what each row would have beyond them.
            $left = 0;
            for ($k = $from[$row]; $k < $from[$row + 1]; $k++) {
                $left = isset($isLocked[$terms[$k]]) ? $left : max($left, $worths[$k] * $scale - $price[$terms[$k]]);
            }
            $bound += $left;
        }
        // Within one unit of a scaled worth of all rows the whole numbers below are the same.
        $most = $fixed + intdiv($bound, $scale);

        return new Matching($of, $total, max(0, $most - $total));
    }
}

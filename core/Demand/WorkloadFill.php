<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

use InvalidArgumentException;

/**
 * Fills a capacity with the work that is worth most: of up to CANDIDATES pieces exactly, by dynamic programming over
 * whole units of effort (the knapsack problem: Bellman 1957); of more the first so many by worth for effort, and what
 * is left of the capacity by the same order.
 */
final class WorkloadFill
{
    public const CANDIDATES = 200;

    /** Units of capacity at most. */
    public const MOST = 20_000;

    /**
     * @param  list<array{id: int, worth: float, effort: int}>  $candidates  worths from 0, efforts from 1 unit
     * @param  int  $capacity  units, from 0
     * @return list<int> ids of what is chosen, in the order given
     *
     * @throws InvalidArgumentException where the capacity is out of its range
     */
    public static function choose(array $candidates, int $capacity): array
    {
        if ($capacity < 0 || $capacity > self::MOST) {
            throw new InvalidArgumentException(
                "A capacity of $capacity units; from 0 to ".self::MOST.' can be filled.',
            );
        }
        $byRate = $candidates;
        usort(
            $byRate,
            static fn (array $a, array $b): int => $b['worth'] / $b['effort'] <=> $a['worth'] / $a['effort'] ?:
            $a['id'] <=> $b['id'],
        );
        $chosen = self::exact(array_slice($byRate, 0, self::CANDIDATES), $capacity);
        $left = $capacity;
        foreach ($byRate as $nth => $one) {
            if ($nth < self::CANDIDATES) {
                $left -= isset($chosen[$one['id']]) ? $one['effort'] : 0;
            } elseif ($one['effort'] <= $left && $one['worth'] > 0) {
                $chosen[$one['id']] = true;
                $left -= $one['effort'];
            }
        }

        return array_values(
            array_filter(array_column($candidates, 'id'), static fn (int $id): bool => isset($chosen[$id])),
        );
    }

    /**
     * @param  list<array{id: int, worth: float, effort: int}>  $candidates
     * @return array<int, true>
     */
    private static function exact(array $candidates, int $capacity): array
    {
        $best = array_fill(0, $capacity + 1, 0.0);
        $taken = [];
        foreach ($candidates as $nth => $one) {
            if ($one['effort'] < 1) {
                throw new InvalidArgumentException("Work {$one['id']} has an effort of {$one['effort']}; at least 1.");
            }
            $marks = str_repeat("\0", $capacity + 1);
            for ($at = $capacity; $at >= $one['effort']; $at--) {
                $with = $best[$at - $one['effort']] + $one['worth'];
                if ($with > $best[$at]) {
                    $best[$at] = $with;
                    $marks[$at] = "\1";
                }
            }
            $taken[$nth] = $marks;
        }
        $chosen = [];
        for ($nth = count($candidates) - 1, $at = $capacity; $nth >= 0; $nth--) {
            if ($taken[$nth][$at] === "\1") {
                $chosen[$candidates[$nth]['id']] = true;
                $at -= $candidates[$nth]['effort'];
            }
        }

        return $chosen;
    }
}

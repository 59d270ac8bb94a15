<?php

declare(strict_types=1);

namespace Orchard\Core\Outcome;

use InvalidArgumentException;
use LogicException;

/**
 * A regression for counts with a level for each stratum: logarithmic link, variance in proportion to the mean, fitted
 * by iteratively reweighted least squares (McCullagh and Nelder, Generalized Linear Models, 2nd edition, section 2.5).
 * In each stratum what is fitted adds up to what was counted. For up to some ten thousand rows of ten columns.
 */
final readonly class CountRegression
{
    private const MOST_ROUNDS = 40;

    private const PRECISION = 1e-8;

    /** Beyond this exponent there is no count. */
    private const MOST = 30.0;

    /**
     * @param  array<int, int>  $strata  number of the level by stratum
     * @param  list<float>  $levels  by number
     * @param  list<float>  $slopes  by column
     * @param  list<list<float>>  $inverse  of the weighted cross products: levels first, then slopes
     */
    private function __construct(
        public array $strata,
        public array $levels,
        public array $slopes,
        public array $inverse,
    ) {
    }

    /**
     * @param  non-empty-list<int>  $of  stratum of each row
     * @param  non-empty-list<list<float>>  $rows
     * @param  non-empty-list<float>  $counts  of each row, 0 or more
     * @param  list<float>  $slopes  to begin with; none for all nothing
     *
     * @throws InvalidArgumentException where a stratum counted nothing at all
     */
    public static function fit(array $of, array $rows, array $counts, array $slopes = []): self
    {
        $strata = $sums = $numbers = [];
        foreach ($of as $i => $stratum) {
            $number = $numbers[$i] = $strata[$stratum] ??= count($strata);
            $sums[$number] = ($sums[$number] ?? 0.0) + $counts[$i];
        }
        foreach ($sums as $sum) {
            $sum > 0 || throw new InvalidArgumentException('A stratum counted nothing.');
        }
        $size = count($strata);
        $slopes = $slopes === [] ? array_fill(0, count($rows[0]), 0.0) : $slopes;
        $scale = array_fill(0, $size, 0.0);
        foreach ($rows as $i => $row) {
            $scale[$numbers[$i]] += exp(min(self::MOST, self::dot($slopes, $row)));
        }
        $levels = [];
        foreach ($sums as $number => $sum) {
            $levels[$number] = log($sum / $scale[$number]);
        }
        $inverse = [];
        for ($round = 0; $round < self::MOST_ROUNDS; $round++) {
            $means = [];
            foreach ($rows as $i => $row) {
                $means[] = exp(min(self::MOST, $levels[$numbers[$i]] + self::dot($slopes, $row)));
            }
            [$cross, $gradient] = self::products($numbers, $rows, $counts, $means);
            $inverse = self::invert($cross);
            $most = 0.0;
            foreach ($inverse as $a => $row) {
                // Steps are bounded, so that a bad beginning does not run away.
                $step = max(-1.0, min(1.0, self::dot($row, $gradient)));
                $a < $size ? ($levels[$a] += $step) : ($slopes[$a - $size] += $step);
                $most = max($most, abs($step));
            }
            if ($most < self::PRECISION) {
                break;
            }
        }

        return new self($strata, array_values($levels), array_values($slopes), $inverse);
    }

    public function knows(int $stratum): bool
    {
        return isset($this->strata[$stratum]);
    }

    /**
     * The mean for a row of this stratum; above 0.
     *
     * @param  list<float>  $row
     *
     * @throws LogicException where no row of the stratum was fitted
     */
    public function of(int $stratum, array $row): float
    {
        $level = $this->strata[$stratum] ?? throw new LogicException("No row of stratum $stratum was fitted.");

        return exp(min(self::MOST, $this->levels[$level] + self::dot($this->slopes, $row)));
    }

    /**
     * The row's place among levels and slopes: 1 at its level, then its columns.
     *
     * @param  list<float>  $row
     * @return list<float>
     */
    public function place(int $stratum, array $row): array
    {
        $place = array_fill(0, count($this->levels), 0.0);
        $place[$this->strata[$stratum]] = 1.0;

        return [...$place, ...$row];
    }

    /**
     * @param  non-empty-array<int, int>  $numbers  of each row's level
     * @param  non-empty-list<list<float>>  $rows
     * @param  list<float>  $counts  of each row
     * @param  list<float>  $means  of each row, as levels and slopes stand
     * @return array{array<int, array<int, float>>, array<int, float>} cross products and gradient
     */
    private static function products(array $numbers, array $rows, array $counts, array $means): array
    {
        $size = max($numbers) + 1;
        $columns = count($rows[0]);
        $width = $size + $columns;
        $cross = array_fill(0, $width, array_fill(0, $width, 0.0));
        $gradient = array_fill(0, $width, 0.0);
        foreach ($rows as $i => $row) {
            $level = $numbers[$i];
            $mean = $means[$i];
            $left = $counts[$i] - $mean;
            $gradient[$level] += $left;
            $cross[$level][$level] += $mean;
            for ($s = 0; $s < $columns; $s++) {
                $x = $mean * $row[$s];
                $gradient[$size + $s] += $left * $row[$s];
                $cross[$level][$size + $s] += $x;
                for ($t = $s; $t < $columns; $t++) {
                    $cross[$size + $s][$size + $t] += $x * $row[$t];
                }
            }
        }
        for ($a = 0; $a < $width; $a++) {
            // A column in which all rows are alike tells nothing; it gets no slope instead of any.
            $cross[$a][$a] += 1e-6;
            for ($b = 0; $b < $a; $b++) {
                $cross[$a][$b] = $cross[$b][$a];
            }
        }

        return [$cross, $gradient];
    }

    /**
     * @param  array<int, float>  $a
     * @param  array<int, float>  $b
     */
    private static function dot(array $a, array $b): float
    {
        $sum = 0.0;
        foreach ($a as $i => $x) {
            $sum += $x * $b[$i];
        }

        return $sum;
    }

    /**
     * By Gauss and Jordan with pivots (Press and others: Numerical Recipes, 3rd edition, section 2.1).
     *
     * @param  array<int, array<int, float>>  $matrix
     * @return list<list<float>>
     */
    private static function invert(array $matrix): array
    {
        $n = count($matrix);
        foreach ($matrix as $i => $row) {
            for ($j = 0; $j < $n; $j++) {
                $matrix[$i][] = $i === $j ? 1.0 : 0.0;
            }
        }
        for ($column = 0; $column < $n; $column++) {
            $pivot = $column;
            for ($i = $column + 1; $i < $n; $i++) {
                abs($matrix[$i][$column]) > abs($matrix[$pivot][$column]) && ($pivot = $i);
            }
            [$matrix[$column], $matrix[$pivot]] = [$matrix[$pivot], $matrix[$column]];
            $by = $matrix[$column][$column];
            foreach ($matrix[$column] as $j => $x) {
                $matrix[$column][$j] = $x / $by;
            }
            for ($i = 0; $i < $n; $i++) {
                $times = $matrix[$i][$column];
                if ($i !== $column && $times !== 0.0) {
                    foreach ($matrix[$column] as $j => $x) {
                        $matrix[$i][$j] -= $times * $x;
                    }
                }
            }
        }

        return array_values(array_map(static fn (array $row): array => array_slice($row, $n), $matrix));
    }
}

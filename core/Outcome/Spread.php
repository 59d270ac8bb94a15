<?php

declare(strict_types=1);

namespace Orchard\Core\Outcome;

/**
 * How far pages that were left alone end from their forecast, in three parts: chance of counting (in proportion to the
 * mean), drift of each page (to its square), and drift that pages of a collection share. By moments: squares of what
 * is left on the mean and its square, weighted by the inverse square of their sum, to and fro until stable (McCullagh
 * and Nelder, Generalized Linear Models, section 10.2); what pages of one collection share from the products of what
 * is left of each two of them.
 */
final readonly class Spread
{
    private const ROUNDS = 20;

    /**
     * @param  float  $counting  variance for each click that is expected; 1 would be Poisson's law
     * @param  float  $drift  variance of a page's own factor, 0 or more
     * @param  float  $shared  variance of a collection's factor, 0 to drift
     */
    private function __construct(public float $counting, public float $drift, public float $shared)
    {
    }

    /**
     * @param  list<WatchedPage>  $alone
     * @param  list<float>  $means  their forecasts
     * @param  int  $learned  numbers that the forecast has learned from them
     */
    public static function of(array $alone, array $means, int $learned): self
    {
        $n = count($alone);
        $free = $n > $learned ? $n / ($n - $learned) : 1.0;
        $left = [];
        foreach ($alone as $i => $page) {
            $left[$i] = $page->after - $means[$i];
        }
        [$counting, $drift] = [1.0, 0.02];
        for ($round = 0; $round < self::ROUNDS; $round++) {
            [$a, $b, $c, $x, $y] = [0.0, 0.0, 0.0, 0.0, 0.0];
            foreach ($means as $i => $mean) {
                $weight = 1 / ($counting * $mean + $drift * $mean ** 2) ** 2;
                $square = $free * $left[$i] ** 2;
                $a += $weight * $mean ** 2;
                $b += $weight * $mean ** 3;
                $c += $weight * $mean ** 4;
                $x += $weight * $square * $mean;
                $y += $weight * $square * $mean ** 2;
            }
            $determinant = $a * $c - $b ** 2;
            $counting = $determinant > 1e-12 * $a * $c ? ($x * $c - $y * $b) / $determinant : $x / $a;
            // Counts are no surer than their law, but for what a shrunk forecast takes away of small ones.
            $counting = max(0.3, $counting);
            $drift = max(1e-6, ($y - $counting * $b) / $c);
        }

        return new self($counting, $drift, min($drift, self::shared($alone, $left, $means)));
    }

    /**
     * @param  list<WatchedPage>  $alone
     * @param  array<int, float>  $left
     * @param  list<float>  $means
     */
    private static function shared(array $alone, array $left, array $means): float
    {
        $sums = [];
        foreach ($alone as $i => $page) {
            if ($page->cluster !== 0) {
                $of = $sums[$page->cluster] ?? [0.0, 0.0, 0.0, 0.0];
                $sums[$page->cluster] = [
                    $of[0] + $left[$i],
                    $of[1] + $left[$i] ** 2,
                    $of[2] + $means[$i],
                    $of[3] + $means[$i] ** 2,
                ];
            }
        }
        $products = $pairs = 0.0;
        foreach ($sums as [$sum, $squares, $mean, $meanSquares]) {
            $products += $sum ** 2 - $squares;
            $pairs += $mean ** 2 - $meanSquares;
        }

        return $pairs > 0 ? max(0.0, $products / $pairs) : 0.0;
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/**
 * The gamma law with shape and rate, as far as shrinkage needs it: distribution, the mean of what is missing to a
 * bound, draws.
 *
 * Incomplete gamma by series and continued fraction, logarithm of gamma by Lanczos (Press, Teukolsky, Vetterling and
 * Flannery: Numerical Recipes, 3rd edition, sections 6.1 and 6.2); accurate to about 1e-10.
 */
final readonly class GammaLaw
{
    public function __construct(public float $shape, public float $rate)
    {
    }

    public function mean(): float
    {
        return $this->shape / $this->rate;
    }

    /**
     * The quantile that a point of the normal law stands for (Wilson and Hilferty 1931): within 2% from a shape of 1
     * on, above nothing always.
     */
    public function at(float $normal): float
    {
        return $this->mean() * max(0.0, 1 - 1 / (9 * $this->shape) + $normal / (3 * sqrt($this->shape))) ** 3;
    }

    /** The probability of at most so much. */
    public function below(float $x): float
    {
        return $x <= 0 ? 0.0 : self::lower($this->shape, $x * $this->rate);
    }

    /** E[max(0, bound - X)]: the mean of what is missing to a bound, not what is missing of the mean. */
    public function shortfall(float $bound): float
    {
        return max(
            0.0,
            $bound * $this->below($bound) - $this->mean() * self::lower($this->shape + 1, $bound * $this->rate),
        );
    }

    /** ln of the gamma function, for x above 0. */
    public static function logGamma(float $x): float
    {
        $c = [
            57.1562356658629235,
            -59.5979603554754912,
            14.1360979747417471,
            -0.491913816097620199,
            0.339946499848118887e-4,
            0.465236289270485756e-4,
            -0.983744753048795646e-4,
            0.158088703224912494e-3,
            -0.210264441724104883e-3,
            0.217439618115212643e-3,
            -0.16431810653676389e-3,
            0.844182239838527433e-4,
            -0.261908384015814087e-4,
            0.368991826595316234e-5,
        ];
        $y = $x;
        $tmp = $x + 5.2421875;
        $tmp = ($x + 0.5) * log($tmp) - $tmp;
        $sum = 0.999999999999997092;
        foreach ($c as $one) {
            $sum += $one / ++$y;
        }

        return $tmp + log((2.5066282746310005 * $sum) / $x);
    }

    /** The regularised lower incomplete gamma function P(a, x). */
    public static function lower(float $a, float $x): float
    {
        if ($x <= 0) {
            return 0.0;
        }
        $log = $a * log($x) - $x - self::logGamma($a);
        if ($x < $a + 1) {
            $term = $sum = 1 / $a;
            for ($n = 1; $n < 10_000; $n++) {
                $term *= $x / ($a + $n);
                $sum += $term;
                if ($term < $sum * 1e-15) {
                    break;
                }
            }

            return min(1.0, $sum * exp($log));
        }
        $b = $x + 1 - $a;
        $c = 1e300;
        $d = 1 / $b;
        $h = $d;
        for ($n = 1; $n < 10_000; $n++) {
            $an = -$n * ($n - $a);
            $b += 2;
            $d = $an * $d + $b;
            $d = abs($d) < 1e-300 ? 1e-300 : $d;
            $c = $b + $an / $c;
            $c = abs($c) < 1e-300 ? 1e-300 : $c;
            $d = 1 / $d;
            $h *= $d * $c;
            if (abs($d * $c - 1) < 1e-15) {
                break;
            }
        }

        return max(0.0, 1 - $h * exp($log));
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Outcome;

use Orchard\Core\Demand\GammaLaw;

/**
 * Student's law, for sums whose spread is itself an estimate. The incomplete beta function by its continued fraction
 * (Press and others: Numerical Recipes, 3rd edition, section 6.4); accurate to about 1e-10.
 */
final readonly class StudentLaw
{
    /** @param  float  $freedom  degrees of freedom, above 0 */
    public function __construct(public float $freedom)
    {
    }

    /** The probability of a value as far from 0 as this one, or farther, on either side. */
    public function beyond(float $value): float
    {
        return self::beta($this->freedom / 2, 0.5, $this->freedom / ($this->freedom + $value ** 2));
    }

    /** The distance from 0 that is passed with this probability, on either side; by bisection. */
    public function bound(float $probability): float
    {
        [$low, $high] = [0.0, 1.0];
        while ($this->beyond($high) > $probability && $high < 1e12) {
            $high *= 2;
        }
        for ($step = 0; $step < 80; $step++) {
            $middle = ($low + $high) / 2;
            $this->beyond($middle) > $probability ? ($low = $middle) : ($high = $middle);
        }

        return ($low + $high) / 2;
    }

    /** The regularised incomplete beta function I_x(a, b). */
    private static function beta(float $a, float $b, float $x): float
    {
        if ($x <= 0 || $x >= 1) {
            return $x <= 0 ? 0.0 : 1.0;
        }
        $front = exp(
            GammaLaw::logGamma($a + $b) -
                GammaLaw::logGamma($a) -
                GammaLaw::logGamma($b) +
                $a * log($x) +
                $b * log(1 - $x),
        );

        return $x < ($a + 1) / ($a + $b + 2)
            ? ($front * self::fraction($a, $b, $x)) / $a
            : 1 - ($front * self::fraction($b, $a, 1 - $x)) / $b;
    }

    private static function fraction(float $a, float $b, float $x): float
    {
        $tiny = 1e-300;
        $off = static fn (float $value): float => abs($value) < $tiny ? $tiny : $value;
        $c = 1.0;
        $d = 1 / $off(1 - (($a + $b) * $x) / ($a + 1));
        $h = $d;
        for ($m = 1; $m < 500; $m++) {
            $even = ($m * ($b - $m) * $x) / (($a + 2 * $m - 1) * ($a + 2 * $m));
            $d = 1 / $off(1 + $even * $d);
            $c = $off(1 + $even / $c);
            $h *= $d * $c;
            $odd = (-($a + $m) * ($a + $b + $m) * $x) / (($a + 2 * $m) * ($a + 2 * $m + 1));
            $d = 1 / $off(1 + $odd * $d);
            $c = $off(1 + $odd / $c);
            $h *= $d * $c;
            if (abs($d * $c - 1) < 1e-14) {
                break;
            }
        }

        return $h;
    }
}

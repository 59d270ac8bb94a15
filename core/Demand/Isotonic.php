<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

use InvalidArgumentException;

/**
 * Weighted least squares under order: the non-increasing sequence nearest to the given one.
 *
 * Pool adjacent violators (Ayer, Brunk, Ewing, Reid and Silverman 1955; Barlow, Bartholomew, Bremner and Brunk 1972);
 * linear in the number of values. The result is unique, and the same as the min-max formula's.
 */
final class Isotonic
{
    /**
     * @param  list<float>  $values
     * @param  list<float>  $weights  one a value, each above 0
     * @return list<float>
     *
     * @throws InvalidArgumentException where there are not as many weights as values
     */
    public static function nonIncreasing(array $values, array $weights): array
    {
        if (count($values) !== count($weights)) {
            throw new InvalidArgumentException(count($values).' values have '.count($weights).' weights.');
        }
        /** @var list<array{float, float, int}> $blocks mean, weight, length */
        $blocks = [];
        foreach ($values as $i => $value) {
            $block = [$value, $weights[$i], 1];
            while ($blocks !== [] && $blocks[count($blocks) - 1][0] < $block[0]) {
                [$mean, $weight, $length] = array_pop($blocks);
                $sum = $weight + $block[1];
                $block = [($mean * $weight + $block[0] * $block[1]) / $sum, $sum, $length + $block[2]];
            }
            $blocks[] = $block;
        }
        $fit = [];
        foreach ($blocks as [$mean, , $length]) {
            array_push($fit, ...array_fill(0, $length, $mean));
        }

        return $fit;
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/**
 * A rate with its uncertainty: the interval of Wilson (1927), which holds its level for few counts and for rates near 0
 * and 1.
 */
final readonly class RateRange
{
    /** Of the normal law: four times in five. */
    private const Z = 1.2816;

    private function __construct(public float $rate, public float $low, public float $high)
    {
    }

    /** Null where nothing was seen. Clicks above impressions count as all of them. */
    public static function of(int $clicks, int $impressions): ?self
    {
        if ($impressions <= 0) {
            return null;
        }
        $rate = max(0.0, min(1.0, $clicks / $impressions));
        $z2 = self::Z ** 2;
        $middle = ($rate + $z2 / (2 * $impressions)) / (1 + $z2 / $impressions);
        $half =
            (self::Z / (1 + $z2 / $impressions)) *
            sqrt(($rate * (1 - $rate)) / $impressions + $z2 / (4 * $impressions ** 2));

        return new self($rate, max(0.0, $middle - $half), min(1.0, $middle + $half));
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/**
 * The share of searches in which a result at a position is seen at all. Without search volumes it cannot be told apart
 * from demand, and this stated default holds: all of them at the top, half at position 12.
 */
final class Visibility
{
    /** Demand inferred from a deep position is at most so many times what is seen. */
    public const MOST = 5.0;

    public static function seen(float $position): float
    {
        return 1 / (1 + (max(1.0, $position) / 12) ** 2);
    }

    /** Searches behind the impressions of a query at a position. */
    public static function demand(float $impressions, float $position): float
    {
        return $impressions * min(self::MOST, 1 / self::seen($position));
    }
}

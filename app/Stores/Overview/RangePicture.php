<?php

declare(strict_types=1);

namespace App\Stores\Overview;

/** Geometry of a lot's bar with its range, on one scale for all lots. In pixels. */
final readonly class RangePicture
{
    public const WIDTH = 130;

    public float $bar;

    public float $low;

    public float $high;

    public function __construct(Lot $lot, float $reach)
    {
        $at = static fn (float $sum): float => round(min(1.0, $sum / $reach) * (self::WIDTH - 2) + 1, 1);
        [$this->bar, $this->low, $this->high] = [$at($lot->sum), $at($lot->low), $at($lot->high)];
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/** Between which a figure lies four times in five: 10 and 90 in a hundred. */
final readonly class Range
{
    public function __construct(public float $low, public float $high)
    {
    }

    /** @param  list<float>  $draws  at least ten */
    public static function ofDraws(array $draws): self
    {
        sort($draws);
        $n = count($draws);

        return new self($draws[(int) (0.1 * $n)], $draws[(int) (0.9 * $n)]);
    }

    public function holds(float $value): bool
    {
        return $value >= $this->low && $value <= $this->high;
    }
}

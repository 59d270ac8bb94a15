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

    /**
     * Of a log-normal law.
     *
     * @param  float  $relative  variance over the squared mean
     */
    public static function ofMoments(float $mean, float $relative): self
    {
        $sigma = sqrt(log(1 + max(0.0, $relative)));

        return $mean <= 0 ? new self(0.0, 0.0) : new self($mean * exp(-$sigma ** 2 / 2 - 1.2816 * $sigma), $mean * exp(-$sigma ** 2 / 2 + 1.2816 * $sigma));
    }

    public function holds(float $value): bool
    {
        return $value >= $this->low && $value <= $this->high;
    }
}

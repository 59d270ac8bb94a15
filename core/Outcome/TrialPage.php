<?php

declare(strict_types=1);

namespace Orchard\Core\Outcome;

/** A page that takes part in a trial, with what groups are to be alike in. */
final readonly class TrialPage
{
    /**
     * @param  int  $kind  of page; groups have as many of each
     * @param  float  $clicks  0 or more, of some weeks
     * @param  float  $before  clicks of as many weeks before those
     */
    public function __construct(public int $id, public int $kind, public float $clicks, public float $before)
    {
    }

    /** Clicks are counts with a long tail: what counts is how many times as many they are. */
    public function size(): float
    {
        return log(1 + $this->clicks);
    }

    /** Logarithm of how much it grew, or shrank. */
    public function trend(): float
    {
        return log(1 + $this->clicks) - log(1 + $this->before);
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** Draws from a seed: the same seed gives the same draws. */
final class Chance
{
    private readonly Randomizer $randomizer;

    public function __construct(int $seed)
    {
        $this->randomizer = new Randomizer(new Xoshiro256StarStar($seed));
    }

    /** Above 0 and below 1. */
    public function uniform(): float
    {
        return ($this->randomizer->getInt(0, 4_503_599_627_370_495) + 0.5) / 4_503_599_627_370_496;
    }

    public function whole(int $least, int $most): int
    {
        return $this->randomizer->getInt($least, $most);
    }

    /** Of the normal law with mean 0 and spread 1 (Box and Muller 1958). */
    public function normal(): float
    {
        return sqrt(-2 * log($this->uniform())) * cos(2 * M_PI * $this->uniform());
    }
}

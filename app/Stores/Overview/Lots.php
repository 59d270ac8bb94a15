<?php

declare(strict_types=1);

namespace App\Stores\Overview;

/** What could be earned more in a store, and where the most of it lies. The lots and the rest add up to the sum. */
final readonly class Lots
{
    /**
     * @param  float  $sum  in 28 days
     * @param  string  $unit  a currency, or "clicks"
     * @param  bool  $isMoney  whether it is a currency
     * @param  string  $market  name of the market it is of; empty where it is of all
     * @param  int  $pages  with something to earn
     * @param  list<Lot>  $lots  at most three, the largest first
     * @param  string  $url  where all pages stand
     */
    public function __construct(
        public float $sum,
        public string $unit,
        public bool $isMoney,
        public string $market,
        public int $pages,
        public array $lots,
        public string $url,
    ) {
    }

    /** What lies in no lot. */
    public function rest(): float
    {
        return max(0.0, $this->sum - array_sum(array_map(static fn (Lot $lot): float => $lot->sum, $this->lots)));
    }

    /** The longest reach of a range, to which all are drawn. */
    public function reach(): float
    {
        return max(1e-9, ...array_map(static fn (Lot $lot): float => max($lot->high, $lot->sum), $this->lots));
    }
}

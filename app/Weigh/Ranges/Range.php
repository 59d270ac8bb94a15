<?php

declare(strict_types=1);

namespace App\Weigh\Ranges;

/** Other dates than the windows that are always kept, and how far their sums are. */
final readonly class Range
{
    /**
     * @param  string  $state  new, summing, done or failed
     * @param  string  $mark  of what told its days when it was summed
     */
    public function __construct(
        public int $id,
        public string $firstDay,
        public string $lastDay,
        public string $state,
        public string $mark,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace App\Tend\Lists;

/** A page as it came in, in a browser that is slow on purpose. */
final readonly class LabVisit
{
    /**
     * @param  string  $measuredAt  moment, UTC
     * @param  ?string  $problem  why it could not be measured
     * @param  int  $firstMs  until something is to be seen
     * @param  int  $largestMs  until the largest part is to be seen
     * @param  int  $shift  1000 x layout shift
     * @param  int  $blockedMs  for which scripts keep it busy
     */
    public function __construct(
        public string $measuredAt,
        public ?string $problem,
        public int $firstMs,
        public int $largestMs,
        public int $shift,
        public int $blockedMs,
        public int $requests,
        public int $bytes,
    ) {
    }
}

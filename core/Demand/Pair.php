<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/** What one page earned for one query on one device in the window. */
final readonly class Pair
{
    /**
     * @param  int  $query  its id; 0 for what is withheld
     * @param  int  $device  0 not told, 1 desktop, 2 phone, 3 tablet
     * @param  bool  $isBest  whether the store has no better placed page for the query
     * @param  ?float  $difficulty  0 to 100, where a file tells it
     */
    public function __construct(
        public int $query,
        public QueryClass $class,
        public int $device,
        public int $clicks,
        public int $impressions,
        public float $position,
        public bool $isBest,
        public ?float $difficulty = null,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace App\Tend\Lists;

/** Pages of one sector at one depth. */
final readonly class SectorCell
{
    /**
     * @param  int  $deep  of them, deeper than is aimed for
     */
    public function __construct(
        public int $sector,
        public int $depth,
        public int $pages,
        public int $clicks,
        public float $revenue,
        public float $worth,
        public int $deep,
    ) {
    }
}

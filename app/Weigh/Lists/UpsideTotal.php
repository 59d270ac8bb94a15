<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

/** What the pages of a lens's market and kind add up to. */
final readonly class UpsideTotal
{
    /**
     * @param  int  $earning  pages with an upside
     * @param  float  $shown  of wording, what the pages' own clicks prove
     */
    public function __construct(
        public float $upside,
        public float $wording,
        public float $lift,
        public float $extraClicks,
        public int $orders,
        public int $pages,
        public int $earning,
        public float $shown,
    ) {
    }
}

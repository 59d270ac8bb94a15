<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Untangle\Deciding\Policy;

/** A page as its cause counts it. */
final readonly class CountedPage
{
    /**
     * @param  int  $tangle  0 where it is in none
     * @param  float  $sureness  0 to 1
     * @param  bool  $isException  whether something else than by its cause was decided of the page
     */
    public function __construct(
        public SeenPage $page,
        public int $tangle,
        public Policy $policy,
        public float $sureness,
        public bool $isException,
    ) {
    }
}

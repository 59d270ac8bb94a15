<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

/** How many lines the book of redirects has. */
final readonly class RedirectCounts
{
    /**
     * @param  int  $waiting  without a fault, not released
     * @param  int  $live  ready for release, or in the shop
     */
    public function __construct(public int $n, public int $faults, public int $waiting, public int $live)
    {
    }
}

<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

/** Sums of one week. */
final readonly class WeekSums
{
    /** @param  string  $week  its Monday, yyyy-mm-dd */
    public function __construct(public string $week, public Sums $sums)
    {
    }
}

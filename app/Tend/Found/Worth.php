<?php

declare(strict_types=1);

namespace App\Tend\Found;

/** By what findings and pages are put in order: money where it is told, and clicks among those without. */
final class Worth
{
    /**
     * @param  int  $clicks  of the window that lists show
     * @param  float  $revenue  of the same window, in the market's currency
     * @param  float  $upside  of 28 days
     * @return float clicks weigh so little that they decide only between pages with the same money
     */
    public static function of(int $clicks, float $revenue, float $upside): float
    {
        return $revenue + $upside + $clicks / 1000;
    }
}

<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

/** A week, and the cell of weeks that it is added up in. */
final readonly class WeekCell
{
    /** @param  string  $week  its Monday */
    public function __construct(public int $span, public string $week)
    {
    }
}

<?php

declare(strict_types=1);

namespace App\Stores\Overview;

/** A day on which something went live, for drawings over time. */
final readonly class Mark
{
    /** @param  string  $day  yyyy-mm-dd */
    public function __construct(public string $day, public string $words)
    {
    }
}

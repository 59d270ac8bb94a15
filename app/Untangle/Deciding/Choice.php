<?php

declare(strict_types=1);

namespace App\Untangle\Deciding;

/** What is chosen for a cause. */
final readonly class Choice
{
    /** @param  bool  $isDecided  whether somebody decided it; else it follows from the store's rules */
    public function __construct(public string $value, public bool $isDecided)
    {
    }
}

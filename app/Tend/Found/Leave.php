<?php

declare(strict_types=1);

namespace App\Tend\Found;

/** That a cause stays as it is. */
final readonly class Leave
{
    /**
     * @param  ?string  $reviewOn  the day on which it is open again; null for never
     */
    public function __construct(public string $reason, public ?string $reviewOn, public string $leftAt)
    {
    }
}

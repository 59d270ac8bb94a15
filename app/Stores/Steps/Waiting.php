<?php

declare(strict_types=1);

namespace App\Stores\Steps;

/** What waits in a step. */
final readonly class Waiting
{
    public function __construct(public int $count, public string $words)
    {
    }
}

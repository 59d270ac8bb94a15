<?php

declare(strict_types=1);

namespace App\Stores\Reporting;

/** What was paid for something. */
final readonly class Spent
{
    public function __construct(public string $for, public float $amount, public string $currency)
    {
    }
}

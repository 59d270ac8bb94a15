<?php

declare(strict_types=1);

namespace App\Stores\Adding;

/** A value that a shop's pages propose for a store, and where it was read. */
final readonly class Proposal
{
    public function __construct(public string $value, public string $from)
    {
    }
}

<?php

declare(strict_types=1);

namespace App\Stores\Reporting;

/** Clicks of the last weeks beside those of 364 days earlier: of all, and of its parts. */
final readonly class YearOnYear
{
    /** @param  list<YearPart>  $parts  the first is all of it */
    public function __construct(public int $weeks, public string $lastDay, public array $parts)
    {
    }

    public function all(): ?YearPart
    {
        return $this->parts[0] ?? null;
    }
}

<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

/** What one of two pages is searched for by, over 98 days. */
final readonly class ComparedQuery
{
    public function __construct(public string $text, public int $clicks, public int $impressions)
    {
    }
}

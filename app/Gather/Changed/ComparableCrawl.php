<?php

declare(strict_types=1);

namespace App\Gather\Changed;

/** A crawl that came to an end. */
final readonly class ComparableCrawl
{
    public function __construct(public int $id, public string $state, public string $startedAt)
    {
    }
}

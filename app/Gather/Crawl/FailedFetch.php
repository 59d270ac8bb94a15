<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

/** A page that could not be fetched. */
final readonly class FailedFetch
{
    public function __construct(public string $url, public ?string $problem)
    {
    }
}

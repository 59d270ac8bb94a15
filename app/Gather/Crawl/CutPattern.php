<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

/** Addresses that are alike, of which a crawl took only some. */
final readonly class CutPattern
{
    public function __construct(public string $pattern, public int $taken, public int $cut)
    {
    }
}

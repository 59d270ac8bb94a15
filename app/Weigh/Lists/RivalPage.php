<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

/** One of the pages that stand for one query. */
final readonly class RivalPage
{
    public function __construct(public string $url, public float $position, public int $impressions)
    {
    }
}

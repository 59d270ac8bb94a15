<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

/** A page that lost clicks: how many it has, and how many it lost. */
final readonly class LostClicks
{
    public function __construct(public int $pageId, public int $kind, public int $clicks, public int $lost)
    {
    }
}

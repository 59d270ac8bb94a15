<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

/** A page by its upside, for the cut between hand and recipe. */
final readonly class BestPage
{
    public function __construct(public int $pageId, public int $kind, public float $upside)
    {
    }
}

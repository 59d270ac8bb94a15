<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

/** A page's clicks in the weeks that are compared, and in those that they are compared with. */
final readonly class ClicksThenAndNow
{
    /**
     * @param  int  $weeks  with numbers on both sides
     * @param  bool  $hasParts  whether queries are told on both sides, so that the reasons are known
     */
    public function __construct(public int $now, public int $then, public int $weeks, public bool $hasParts)
    {
    }
}

<?php

declare(strict_types=1);

namespace App\Store\Work;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;

/** The bell: has one slice of a piece of work done, unless someone is at it. */
final class WorkSlice implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    public int $tries = 1;

    public int $timeout = 60;

    public function __construct(public readonly int $workId)
    {
    }

    public function handle(WorkDesk $desk): void
    {
        $desk->slice($this->workId);
    }
}

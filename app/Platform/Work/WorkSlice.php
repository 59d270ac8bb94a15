<?php

declare(strict_types=1);

namespace App\Platform\Work;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;

/** The bell: has one slice of a piece of work done, unless someone is at it. */
final class WorkSlice implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    public int $tries = 1;

    /**
     * Seconds. A slice looks at the clock and ends after twenty; this is for the few steps that cannot be cut, such as
     * the depths of a very large shop. The lease lives by its own signs of life, so a dead process is found long
     * before.
     */
    public int $timeout = 300;

    public function __construct(public readonly int $workId)
    {
    }

    public function handle(WorkDesk $desk): void
    {
        $desk->slice($this->workId);
    }
}

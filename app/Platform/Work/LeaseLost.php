<?php

declare(strict_types=1);

namespace App\Platform\Work;

use RuntimeException;

/** Another process has taken this work over; whoever gets this stops without writing anything more. */
final class LeaseLost extends RuntimeException
{
    public static function of(int $work): self
    {
        return new self("Work $work is held by another process now.");
    }
}

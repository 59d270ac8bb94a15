<?php

declare(strict_types=1);

namespace App\Changes\Events;

use Illuminate\Foundation\Events\Dispatchable;

/** A trial has run its time: its groups, pages and dates (text_trials, its groups and pages) can be judged. */
final readonly class TrialEnded
{
    use Dispatchable;

    public function __construct(public int $storeId, public int $trialId)
    {
    }
}

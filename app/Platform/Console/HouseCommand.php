<?php

declare(strict_types=1);

namespace App\Platform\Console;

use App\Platform\House\HousePlan;

/** Writes the house plan for docs/overview.md. */
final class HouseCommand extends HeadlessCommand
{
    protected $signature = 'house {--json : one JSON document on standard output}';

    protected $description = 'List the rooms of the application, their tables and what they may know, for docs/overview.md';

    public function handle(): int
    {
        $plan = HousePlan::read();

        return $this->answer(['rooms' => $plan->rooms()], rtrim($plan->markdown()));
    }
}

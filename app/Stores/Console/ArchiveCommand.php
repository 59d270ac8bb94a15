<?php

declare(strict_types=1);

namespace App\Stores\Console;

use App\Stores\Leaving\Leaving;

final class ArchiveCommand extends StoreCommand
{
    protected $signature = 'store:archive {--store=} {--back : bring it back to work} {--json}';

    protected $description = 'Put a store away: it can be looked at, and nothing is fetched, written or sent';

    public function handle(Leaving $leaving): int
    {
        return $this->guarded(function () use ($leaving): int {
            $store = $this->store();
            $back = (bool) $this->option('back');
            $back ? $leaving->bringBack($store) : $leaving->archive($store);

            return $this->answer(
                ['store' => $store->slug, 'archived' => ! $back],
                $back ? "{$store->name} is back at work." : "{$store->name} is archived; --back brings it back.",
            );
        });
    }
}

<?php

declare(strict_types=1);

namespace App\Stores\Console;

use App\Platform\Work\WorkDesk;
use App\Stores\Leaving\Leaving;

final class DeleteCommand extends StoreCommand
{
    protected $signature =
        'store:delete {--store=} {--name= : its name, to say that it is meant} {--wait : delete '.
        'in this process} {--json}';

    protected $description = 'Delete an archived store for good: rows, files, settings';

    public function handle(Leaving $leaving, WorkDesk $desk): int
    {
        return $this->guarded(function () use ($leaving, $desk): int {
            $store = $this->store();
            $name = $this->option('name');
            $work = $leaving->delete($store, is_string($name) ? $name : '', null);
            $state = $this->option('wait') ? $desk->workToEnd($work) : 'begun';

            return $this->answer(
                ['store' => $store->slug, 'state' => $state],
                $state === 'done' ? "{$store->name} is gone." : "{$store->name} is being deleted.",
            );
        });
    }
}

<?php

declare(strict_types=1);

namespace App\Gather\Console;

use App\Gather\Feeds\Feeds;
use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Stores\Console\StoreCommand;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

final class FeedCommand extends StoreCommand
{
    protected $signature = 'gather:feed {--store=} {--days= : first move the clock of a simulated feed on by so many days} {--wait : work to the end in this process} {--json}';

    protected $description = 'Pull what the store\'s feed tells';

    public function handle(Feeds $feeds, WorkDesk $desk): int
    {
        return $this->guarded(function () use ($feeds, $desk): int {
            $store = $this->store();
            $days = $this->option('days');
            if ($days !== null && (! is_string($days) || ! ctype_digit($days) || (int) $days < 1 || (int) $days > 400)) {
                throw new InvalidArgumentException('--days is a whole number from 1 to 400.');
            }
            $today = $days === null ? null : $feeds->moveOn($store, (int) $days);
            $work = $feeds->pull($store->refresh(), null);
            $state = 'waiting';
            if ($this->option('wait')) {
                $state = $desk->workToEnd($work);
                foreach (
                    DB::table('work')
                        ->where('store_id', $store->id)
                        ->where('sort', 'gather.import')
                        ->whereIn('state', ['waiting', 'running'])
                        ->orderBy('id')
                        ->pluck('id') as $import
                ) {
                    $desk->workToEnd(Typed::int($import));
                }
            }
            $problem = DB::table('work')->where('id', $work)->value('problem');
            $this->answer(
                ['state' => $state, 'today' => $today, 'problem' => $problem],
                $state === 'done'
                    ? 'The feed is pulled.'
                    : ($state === 'waiting'
                        ? 'The fetch has started.'
                        : "The pull has $state:  ".Typed::text($problem)),
            );

            return in_array($state, ['done', 'waiting'], true) ? 0 : 1;
        });
    }
}

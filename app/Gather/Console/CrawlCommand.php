<?php

declare(strict_types=1);

namespace App\Gather\Console;

use App\Gather\Crawl\Crawls;
use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Stores\Console\StoreCommand;
use Illuminate\Support\Facades\DB;

final class CrawlCommand extends StoreCommand
{
    protected $signature = 'gather:crawl {--store=} {--wait : work in this process until the crawl has ended} {--json}';

    protected $description = 'Crawl a store and bring its inventory up to date';

    public function handle(Crawls $crawls, WorkDesk $desk): int
    {
        return $this->guarded(function () use ($crawls, $desk): int {
            $store = $this->store();
            $begun = $crawls->begin($store, null);
            if (! $this->option('wait')) {
                return $this->answer(
                    ['crawl' => $begun['crawl'], 'state' => 'waiting'],
                    "Crawl {$begun['crawl']} has been started.",
                );
            }
            $last = 0.0;
            $state = $desk->workToEnd($begun['work'], function (array $progress) use (&$last): void {
                if (microtime(true) - $last > 2) {
                    $last = microtime(true);
                    $this->aside(($progress['phase'] ?? 'starting').': '.($progress['fetched'] ?? 0).' pages');
                }
            });
            $crawl = DB::table('gather_crawls')->where('id', $begun['crawl'])->first();
            $problem = DB::table('work')->where('id', $begun['work'])->value('problem');
            $this->answer(
                [
                    'crawl' => $begun['crawl'],
                    'state' => $state === 'done' ? $crawl?->state : $state,
                    'fetched' => (int) $crawl?->fetched,
                    'failed' => (int) $crawl?->failed,
                    'barred' => (int) $crawl?->barred,
                    'problem' => $problem,
                    'sync_problem' => $crawl?->sync_problem,
                ],
                $state === 'done'
                    ? "Crawl {$begun['crawl']} is {$crawl?->state}: {$crawl?->fetched} pages fetched, {$crawl?->failed} failed, {$crawl?->barred} barred.".
                        ($crawl?->sync_problem === null ? '' : ' '.$crawl->sync_problem)
                    : "Crawl {$begun['crawl']} has $state. ".Typed::text($problem),
            );

            return $state === 'done' ? 0 : 1;
        });
    }
}

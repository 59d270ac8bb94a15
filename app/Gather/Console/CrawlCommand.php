<?php

declare(strict_types=1);

namespace App\Gather\Console;

use App\Gather\Crawl\Crawl;
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
            $crawl = Crawl::byId($begun['crawl']);
            $problem = DB::table('work')->where('id', $begun['work'])->value('problem');
            $this->answer(
                [
                    'crawl' => $begun['crawl'],
                    'state' => $state === 'done' ? $crawl?->state : $state,
                    'fetched' => $crawl->fetched ?? 0,
                    'failed' => $crawl->failed ?? 0,
                    'barred' => $crawl->barred ?? 0,
                    'problem' => $problem,
                    'sync_problem' => $crawl?->syncProblem,
                ],
                $state === 'done'
                    ? "Crawl {$begun['crawl']} is {$crawl?->state}: {$crawl?->fetched} pages fetched, {$crawl?->failed} failed, {$crawl?->barred} barred.".
                        ($crawl?->syncProblem === null ? '' : ' '.$crawl->syncProblem)
                    : "Crawl {$begun['crawl']} has $state. ".Typed::text($problem),
            );

            return $state === 'done' ? 0 : 1;
        });
    }
}

<?php

declare(strict_types=1);

namespace App\Weigh\Console;

use App\Store\Console\StoreCommand;
use App\Store\Work\WorkDesk;
use App\Weigh\Scoring\Scores;
use Illuminate\Support\Facades\DB;

final class ScoreCommand extends StoreCommand
{
    protected $signature = 'weigh:score {--store=} {--wait : work to the end in this process} {--json}';

    protected $description = 'Weigh all pages of a store: what each could earn more';

    public function handle(Scores $scores, WorkDesk $desk): int
    {
        return $this->guarded(function () use ($scores, $desk): int {
            $store = $this->store();
            $work = $scores->begin($store->id, null);
            $state = $this->option('wait') ? $desk->workToEnd($work) : 'waiting';
            $pages = DB::table('weigh_scores')->where('store_id', $store->id)->count();
            $upside = round((float) DB::table('weigh_scores')->where('store_id', $store->id)->sum('upside'), 2);
            $problem = DB::table('work')->where('id', $work)->value('problem');
            $this->answer(['state' => $state, 'pages' => $pages, 'upside' => $upside, 'problem' => $problem], match ($state) {
                'done' => number_format($pages).' pages are weighed; together they could earn about '.Scores::shown($upside).' more in four weeks.', 'waiting' => 'The weighing has begun.', default => "The weighing has $state. $problem",
            });

            return in_array($state, ['done', 'waiting'], true) ? 0 : 1;
        });
    }
}

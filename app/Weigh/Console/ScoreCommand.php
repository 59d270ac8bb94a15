<?php

declare(strict_types=1);

namespace App\Weigh\Console;

use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Stores\Console\StoreCommand;
use App\Weigh\Numbers\Units;
use App\Weigh\Weighing\Scores;
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
            $units = Units::of($store);
            $sums = $units->sums(
                Typed::numbers(
                    DB::table('weigh_scores')
                        ->where('store_id', $store->id)
                        ->groupBy('market_id')
                        ->selectRaw('market_id, SUM(upside) AS upside')
                        ->pluck('upside', 'market_id')
                        ->all(),
                ),
            );
            $upside = count($sums) > 1 ? null : round(array_sum($sums), 2);
            $problem = DB::table('work')->where('id', $work)->value('problem');
            $this->answer(
                [
                    'state' => $state,
                    'pages' => $pages,
                    'upside' => $upside,
                    'upside_by_currency' => array_map(static fn (float $sum): float => round($sum, 2), $sums),
                    'problem' => $problem,
                ],
                match ($state) {
                    'done' => number_format($pages).
                        ' pages are weighed; together they could bring about '.
                        Units::words($sums).
                        ' more in four weeks.',
                    'waiting' => 'The weighing has begun.',
                    default => "The weighing has $state. ".Typed::text($problem),
                },
            );

            return in_array($state, ['done', 'waiting'], true) ? 0 : 1;
        });
    }
}

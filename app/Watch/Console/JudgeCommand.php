<?php

declare(strict_types=1);

namespace App\Watch\Console;

use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Stores\Console\StoreCommand;
use App\Watch\Judging\Judgings;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Outcome\Verdict;

final class JudgeCommand extends StoreCommand
{
    protected $signature = 'watch:judge {--store=} {--wait : work to the end in this process} {--json}';

    protected $description = 'Judge what releases, trials and changes made elsewhere have brought';

    public function handle(Judgings $judgings, WorkDesk $desk): int
    {
        return $this->guarded(function () use ($judgings, $desk): int {
            $store = $this->store();
            $work = $judgings->begin($store->id, null);
            $state = $this->option('wait') ? $desk->workToEnd($work) : 'waiting';
            $problem = DB::table('work')->where('id', $work)->value('problem');
            $counts = DB::table('watch_changes')
                ->where('store_id', $store->id)
                ->groupBy('verdict')
                ->selectRaw('verdict, COUNT(*) AS n')
                ->pluck('n', 'verdict');
            $of = static fn (Verdict ...$verdicts): int => array_sum(
                array_map(
                    static fn (Verdict $one): int => is_numeric($counts[$one->value] ?? null)
                        ? (int) $counts[$one->value]
                        : 0,
                    $verdicts,
                ),
            );
            $told = [
                'earned' => $of(Verdict::Earned),
                'lost' => $of(Verdict::Lost),
                'none' => $of(Verdict::None),
                'open' => $of(Verdict::Open, Verdict::Few),
            ];
            $this->answer(
                ['state' => $state, 'changes' => $told, 'problem' => $problem],
                match ($state) {
                    'done' => "{$told['earned']} changes earned, {$told['lost']} lost, {$told['none']} without an ".
                        "effect that can be told, {$told['open']} open.",
                    'waiting' => 'Judging has begun.',
                    default => "Judging has $state. ".Typed::text($problem),
                },
            );

            return in_array($state, ['done', 'waiting'], true) ? 0 : 1;
        });
    }
}

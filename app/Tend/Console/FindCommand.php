<?php

declare(strict_types=1);

namespace App\Tend\Console;

use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Stores\Console\StoreCommand;
use App\Tend\Adding\AddWork;
use App\Tend\Finding\Finds;
use App\Tend\Found\FindingGroup;
use App\Tend\Found\FindingType;
use Illuminate\Support\Facades\DB;

final class FindCommand extends StoreCommand
{
    protected $signature = 'tend:find {--store=} {--wait : work to the end in this process} {--json}';

    protected $description = 'Look through pages and links: orphans, depth, headings, images, answers';

    public function handle(Finds $finds, WorkDesk $desk): int
    {
        return $this->guarded(function () use ($finds, $desk): int {
            $store = $this->store();
            $work = $finds->begin($store->id, null);
            $state = $this->option('wait') ? $desk->workToEnd($work) : 'waiting';
            if ($state === 'done') {
                $desk->workToEnd($finds->begin($store->id, null, AddWork::class));
            }
            $problem = DB::table('work')->where('id', $work)->value('problem');
            $open = [];
            foreach (
                DB::table('tend_causes')
                    ->where('store_id', $store->id)
                    ->groupBy('type')
                    ->selectRaw('type, SUM(pages) AS pages')
                    ->pluck('pages', 'type') as $type => $pages
            ) {
                $group = FindingType::from(Typed::int($type))->group()->value;
                $open[$group] = ($open[$group] ?? 0) + Typed::int($pages);
            }
            $told = array_map(
                static fn (FindingGroup $group): string => $group->value.
                    ' '.
                    number_format($open[$group->value] ?? 0),
                array_filter(
                    FindingGroup::cases(),
                    static fn (FindingGroup $group): bool => isset($open[$group->value]),
                ),
            );
            $this->answer(
                ['state' => $state, 'open' => $open, 'problem' => $problem],
                match ($state) {
                    'done' => $told === [] ? 'Nothing is found.' : 'Open findings: '.implode(', ', $told).'.',
                    'waiting' => 'The search has begun.',
                    default => "The search has $state. ".Typed::text($problem),
                },
            );

            return in_array($state, ['done', 'waiting'], true) ? 0 : 1;
        });
    }
}

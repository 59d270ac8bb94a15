<?php

declare(strict_types=1);

namespace App\Untangle\Console;

use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Stores\Console\StoreCommand;
use App\Untangle\Finding\Finds;
use Illuminate\Support\Facades\DB;

final class FindCommand extends StoreCommand
{
    protected $signature = 'untangle:find {--store=} {--wait : work to the end in this process} {--json}';

    protected $description = 'Find which addresses are the same page, and which should stay';

    public function handle(Finds $finds, WorkDesk $desk): int
    {
        return $this->guarded(function () use ($finds, $desk): int {
            $store = $this->store();
            $work = $finds->begin($store->id, null);
            $state = $this->option('wait') ? $desk->workToEnd($work) : 'waiting';
            $problem = DB::table('work')->where('id', $work)->value('problem');
            $tangles = DB::table('untangle_tangles')->where('store_id', $store->id)->count();
            $pages = (int) DB::table('untangle_tangles')->where('store_id', $store->id)->sum('pages');
            $toDo = (int) DB::table('untangle_causes')->where('store_id', $store->id)->sum('to_do');
            $this->answer(
                ['state' => $state, 'tangles' => $tangles, 'pages' => $pages, 'to_do' => $toDo, 'problem' => $problem],
                match ($state) {
                    'done' => number_format($tangles).
                        ' tangles of '.
                        number_format($pages).
                        ' URLs, '.
                        number_format($toDo).
                        ' URLs to do.',
                    'waiting' => 'The search has begun.',
                    default => "The search has $state. ".Typed::text($problem),
                },
            );

            return in_array($state, ['done', 'waiting'], true) ? 0 : 1;
        });
    }
}

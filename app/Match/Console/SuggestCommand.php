<?php

declare(strict_types=1);

namespace App\Match\Console;

use App\Match\Pairing\SuggestWork;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Stores\Console\StoreCommand;
use Illuminate\Support\Facades\DB;

final class SuggestCommand extends StoreCommand
{
    protected $signature = 'match:suggest {--store=} {--wait : work to the end in this process} {--json}';

    protected $description =
        'Read all terms anew and propose a lead term for each page: the best matching of the '.'whole store';

    public function handle(WorkDesk $desk): int
    {
        return $this->guarded(function () use ($desk): int {
            $store = $this->store();
            $work = SuggestWork::begin($store, null);
            $state = $this->option('wait') ? $desk->workToEnd($work) : 'waiting';
            $sums = Rows::sole(
                'SELECT COALESCE(SUM(terms), 0) AS terms, COALESCE(SUM(leads), 0) AS leads, COALESCE(SUM(pages), 0) AS
                    pages,
                    COALESCE(SUM(gap), 0) AS gap FROM match_states WHERE store_id = ?',
                [$store->id],
            );
            $rivals = DB::table('match_terms')->where('store_id', $store->id)->where('rivals', 1)->count();
            $problem = DB::table('work')->where('id', $work)->value('problem');
            $this->answer(
                [
                    'state' => $state,
                    'terms' => $sums->int('terms'),
                    'pages' => $sums->int('pages'),
                    'leads' => $sums->int('leads'),
                    'rivalries' => $rivals,
                    'gap' => round($sums->number('gap'), 2),
                    'problem' => $problem,
                ],
                match ($state) {
                    'done' => number_format($sums->int('leads')).
                        ' of '.
                        number_format($sums->int('pages')).
                        ' pages have a lead term, of '.
                        number_format($sums->int('terms')).
                        " terms; pages take turns for $rivals of them.",
                    'waiting' => 'The matching has begun.',
                    default => "The matching has $state. ".Typed::text($problem),
                },
            );

            return in_array($state, ['done', 'waiting'], true) ? 0 : 1;
        });
    }
}

<?php

declare(strict_types=1);

namespace App\Match;

use App\Match\Tracking\TrackWork;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Stores\Steps\Duty;
use App\Stores\Steps\Hand;
use App\Stores\Steps\Missing;
use App\Stores\Steps\Step;
use App\Stores\Steps\StepContribution;
use App\Stores\Steps\Waiting;
use Illuminate\Support\Facades\DB;

final class MatchStep implements StepContribution
{
    public function step(): Step
    {
        return Step::Match;
    }

    public function url(Store $store): string
    {
        return route('match', $store);
    }

    public function waiting(Store $store): ?Waiting
    {
        $turns = self::turns($store);

        return $turns === 0 ? null : new Waiting($turns, $turns === 1 ? 'rivalry' : 'rivalries');
    }

    public function hand(Store $store): ?Hand
    {
        $turns = self::turns($store);

        return $turns === 0
            ? null
            : new Hand(
                $turns,
                $turns === 1
                    ? 'term has two pages that take turns in the results'
                    : 'terms have pages that take turns in the results',
                route('match.rivals', $store),
                'Decide which page it shall be',
            );
    }

    public function missing(Store $store): ?Missing
    {
        return DB::table('search_queries')->where('store_id', $store->id)->exists() ||
            DB::table('keyword_rows')->where('store_id', $store->id)->exists()
            ? null
            : new Missing(
                'No terms yet. A keyword list or search data tells what people look for.',
                route('gather.files', $store),
                'Import a keyword list',
            );
    }

    private static function turns(Store $store): int
    {
        return Rows::figure(
            'SELECT COUNT(*) AS n FROM match_terms FORCE INDEX (by_rivals) WHERE store_id = ? AND market_id IN (SELECT
                id FROM markets WHERE store_id = ?) AND rivals = 1',
            [$store->id, $store->id],
        );
    }

    public function duties(Store $store): array
    {
        return [new Duty('Where tracked terms stand', 'after each weighing', TrackWork::sort())];
    }
}

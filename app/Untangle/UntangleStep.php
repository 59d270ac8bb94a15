<?php

declare(strict_types=1);

namespace App\Untangle;

use App\Platform\Database\Rows;
use App\Platform\Web\Forms;
use App\Stores\Models\Store;
use App\Stores\Steps\Duty;
use App\Stores\Steps\Hand;
use App\Stores\Steps\Missing;
use App\Stores\Steps\Step;
use App\Stores\Steps\StepContribution;
use App\Stores\Steps\Waiting;
use App\Untangle\Finding\FindWork;
use App\Untangle\Lists\CauseProgress;
use Illuminate\Support\Facades\DB;

final class UntangleStep implements StepContribution
{
    public function step(): Step
    {
        return Step::Untangle;
    }

    public function url(Store $store): string
    {
        return route('untangle', $store);
    }

    public function waiting(Store $store): ?Waiting
    {
        // Causes are a few dozen.
        CauseProgress::learn($store);
        $open = (int) DB::table('untangle_causes')
            ->where('store_id', $store->id)
            ->whereRaw('to_do > ready + live')
            ->whereNull('decision')
            ->count();

        return $open === 0 ? null : new Waiting($open, $open === 1 ? 'cause to decide' : 'causes to decide');
    }

    public function hand(Store $store): ?Hand
    {
        CauseProgress::learn($store);
        $open = Rows::sole(
            'SELECT COUNT(*) AS n, COALESCE(SUM(is_safe = 0), 0) AS yours, COALESCE(SUM(IF(is_safe = 1, to_do - '.
                'ready - live, 0)), 0) AS safe FROM untangle_causes WHERE store_id = ? AND to_do > ready + live '.
                'AND decision IS NULL',
            [$store->id],
        );
        [$all, $yours, $safe] = [$open->int('n'), $open->int('yours'), $open->int('safe')];
        $parts = array_filter([
            $yours === 0 ? '' : Forms::number($yours).($yours === 1 ? ' is' : ' are').' your call',
            $safe === 0
                ? ''
                : Forms::number($safe).($safe === 1 ? ' change is' : ' changes are').' safe as they stand',
        ]);

        return $all === 0
            ? null
            : new Hand(
                $all,
                ($all === 1 ? 'cause' : 'causes').' to decide: '.implode(', ', $parts),
                route('untangle', $store),
                $all === 1 ? 'Decide it' : "Decide the $all",
            );
    }

    public function missing(Store $store): ?Missing
    {
        return DB::table('untangle_states')->where('store_id', $store->id)->exists()
            ? null
            : new Missing(
                'No search for duplicates yet. It starts after a crawl and shows which URLs show the same page.',
                route('gather', $store),
                'Crawl the store',
            );
    }

    public function duties(Store $store): array
    {
        return [new Duty('Search for duplicates', 'after each crawl', FindWork::sort())];
    }
}

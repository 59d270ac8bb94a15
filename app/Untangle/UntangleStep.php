<?php

declare(strict_types=1);

namespace App\Untangle;

use App\Stores\Models\Store;
use App\Stores\Steps\Missing;
use App\Stores\Steps\Step;
use App\Stores\Steps\StepContribution;
use App\Stores\Steps\Waiting;
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
}

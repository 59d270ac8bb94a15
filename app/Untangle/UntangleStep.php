<?php

declare(strict_types=1);

namespace App\Untangle;

use App\Store\Models\Store;
use App\Store\Steps\Step;
use App\Store\Steps\StepContribution;
use App\Store\Steps\Waiting;
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
        $open = (int) DB::table('untangle_causes')->where('store_id', $store->id)->where('to_do', '>', 0)->whereNull('decision')->count();

        return $open === 0 ? null : new Waiting($open, $open === 1 ? 'cause to decide' : 'causes to decide');
    }
}

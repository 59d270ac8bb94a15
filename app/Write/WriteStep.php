<?php

declare(strict_types=1);

namespace App\Write;

use App\Stores\Models\Store;
use App\Stores\Steps\Missing;
use App\Stores\Steps\Step;
use App\Stores\Steps\StepContribution;
use App\Stores\Steps\Waiting;
use Illuminate\Support\Facades\DB;

final class WriteStep implements StepContribution
{
    public function step(): Step
    {
        return Step::Write;
    }

    public function url(Store $store): string
    {
        return route('write', $store);
    }

    public function waiting(Store $store): ?Waiting
    {
        $count = DB::table('write_rows')->where('store_id', $store->id)->where('state', '=', 1)->count();

        return $count === 0 ? null : new Waiting($count, $count === 1 ? 'page in draft' : 'pages in draft');
    }

    public function missing(Store $store): ?Missing
    {
        return DB::table('resources')->where('store_id', $store->id)->exists()
            ? null
            : new Missing(
                'No texts yet. A crawl brings titles and descriptions here, ready to improve in bulk.',
                route('gather', $store),
                'Crawl the store',
            );
    }
}

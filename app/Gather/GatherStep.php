<?php

declare(strict_types=1);

namespace App\Gather;

use App\Changes\Drifts;
use App\Gather\Crawl\Crawls;
use App\Stores\Models\Store;
use App\Stores\Steps\Missing;
use App\Stores\Steps\Step;
use App\Stores\Steps\StepContribution;
use App\Stores\Steps\Waiting;

final class GatherStep implements StepContribution
{
    public function step(): Step
    {
        return Step::Gather;
    }

    public function url(Store $store): string
    {
        return route('gather', $store);
    }

    public function waiting(Store $store): ?Waiting
    {
        $crawl = Crawls::latest($store->id);

        $drifted = Drifts::count($store);

        return match (true) {
            $crawl === null => new Waiting(1, 'first crawl to start'),
            $crawl->state === 'running' => new Waiting((int) $crawl->fetched, 'pages so far'),
            $drifted > 0 => new Waiting(
                $drifted,
                $drifted === 1 ? 'text changed without us' : 'texts changed without us',
            ),
            $crawl->state === 'failed', $crawl->state === 'incomplete' => new Waiting(1, 'crawl to look at'),
            default => null,
        };
    }

    public function missing(Store $store): ?Missing
    {
        return Crawls::latest($store->id) !== null
            ? null
            : new Missing(
                'No crawl has run yet. It lists every page of the store with its title, description and faults.',
                route('gather', $store),
                'Start the first crawl',
            );
    }
}

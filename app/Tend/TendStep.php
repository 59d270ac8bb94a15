<?php

declare(strict_types=1);

namespace App\Tend;

use App\Inventory\LastRead;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Stores\Steps\Duty;
use App\Stores\Steps\Hand;
use App\Stores\Steps\Missing;
use App\Stores\Steps\Step;
use App\Stores\Steps\StepContribution;
use App\Stores\Steps\Waiting;
use App\Tend\Finding\FindWork;
use App\Tend\Found\FindingState;
use App\Tend\Found\FindingType;

final class TendStep implements StepContribution
{
    public function step(): Step
    {
        return Step::Tend;
    }

    public function url(Store $store): string
    {
        return route('tend', $store);
    }

    public function waiting(Store $store): ?Waiting
    {
        $orphans = self::orphans($store);

        return $orphans === 0
            ? null
            : new Waiting($orphans, $orphans === 1 ? 'orphan that earns' : 'orphans that earn');
    }

    public function hand(Store $store): ?Hand
    {
        $orphans = self::orphans($store);

        return $orphans === 0
            ? null
            : new Hand(
                $orphans,
                $orphans === 1
                    ? 'page earns clicks and no link leads to it'
                    : 'pages earn clicks and no link leads to them',
                route('tend.orphans', $store),
                'Link, redirect or remove',
            );
    }

    public function missing(Store $store): ?Missing
    {
        return LastRead::of($store) !== null
            ? null
            : new Missing(
                'No crawl yet. A crawl shows how pages are linked, and what is wrong with them.',
                route('gather', $store),
                'Crawl the store',
            );
    }

    /** Orphans with clicks; more than a screen holds are not counted. */
    private static function orphans(Store $store): int
    {
        return Rows::figure(
            'SELECT COUNT(*) AS n FROM (SELECT id FROM tend_findings WHERE store_id = ? AND state = ? AND type = ?
                AND worth > 0 LIMIT 1000) some',
            [$store->id, FindingState::Open->value, FindingType::Orphan->value],
        );
    }

    public function duties(Store $store): array
    {
        return [new Duty('A look through pages and links', 'after each crawl', FindWork::sort())];
    }
}

<?php

declare(strict_types=1);

namespace App\Gather;

use App\Changes\Drifts;
use App\Facts\NumberWindow;
use App\Gather\Crawl\Crawl;
use App\Gather\Crawl\CrawlWork;
use App\Gather\Feeds\FeedWork;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Stores\Overview\Way;
use App\Stores\Steps\Duty;
use App\Stores\Steps\Hand;
use App\Stores\Steps\Missing;
use App\Stores\Steps\Step;
use App\Stores\Steps\StepContribution;
use App\Stores\Steps\Waiting;
use App\Stores\StoreTime;
use Illuminate\Support\Facades\DB;

final class GatherStep implements StepContribution
{
    /** Days for which a file that failed is told. */
    private const FAILED = 14;

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
        $crawl = Crawl::latest($store->id);

        $drifted = Drifts::count($store);

        return match (true) {
            $crawl === null => new Waiting(1, 'first crawl to start'),
            $crawl->state === 'running' => new Waiting($crawl->fetched, 'pages so far'),
            $drifted > 0 => new Waiting(
                $drifted,
                $drifted === 1 ? 'text changed without us' : 'texts changed without us',
            ),
            $crawl->state === 'failed', $crawl->state === 'incomplete' => new Waiting(1, 'crawl to look at'),
            default => null,
        };
    }

    public function hand(Store $store): ?Hand
    {
        $drifted = Drifts::count($store);
        if ($drifted > 0) {
            return new Hand(
                $drifted,
                $drifted === 1
                    ? 'text that we released was changed in the shop'
                    : 'texts that we released were changed in the shop',
                route('gather.changed', $store),
                $drifted === 1 ? 'Look at it' : "See the $drifted",
            );
        }
        $crawl = Crawl::latest($store->id);
        if ($crawl !== null && in_array($crawl->state, ['failed', 'incomplete'], true)) {
            return new Hand(
                null,
                $crawl->state === 'failed'
                    ? 'The last crawl failed'.($crawl->remark === null ? '' : ": $crawl->remark")
                    : 'The last crawl did not reach all pages',
                route('gather', $store),
                'Look at the crawl',
            );
        }
        // A file that failed, and that did not come again since.
        $failed = Rows::maybe(
            DB::table('gather_imports as i')
                ->where('i.store_id', $store->id)
                ->where('i.state', 'failed')
                ->where('i.ended_at', '>=', now()->subDays(self::FAILED))
                ->whereNotExists(
                    static fn ($again) => $again
                        ->from('gather_imports as a')
                        ->whereColumn('a.store_id', 'i.store_id')
                        ->whereColumn('a.file_name', 'i.file_name')
                        ->whereColumn('a.id', '>', 'i.id'),
                )
                ->orderByDesc('i.id')
                ->first(['i.id', 'i.file_name', 'i.remark']),
        );
        if ($failed !== null) {
            return new Hand(
                null,
                "{$failed->file_name} could not be taken in: {$failed->remark}",
                route('gather.file', [$store, $failed->id]),
                'Look at the file',
            );
        }
        $unknown = $this->unknownKinds($store);
        if ($unknown > 0) {
            return new Hand(
                $unknown,
                'pages are neither products nor collections by any rule; the next steps need to know',
                route('settings', [$store, 'kinds']),
                'Say which they are',
                'manage',
            );
        }
        $broken = NumberWindow::of($store)->broken ?? 0;

        return $broken === 0
            ? null
            : new Hand(
                $broken,
                $broken === 1 ? 'page with clicks answers with an error' : 'pages with clicks answer with an error',
                route('gather', [$store, 'status' => '400..', 'clicks' => '1..', 'sort' => 'clicks']),
                $broken === 1 ? 'See it' : "See the $broken",
            );
    }

    /** Pages that no rule tells, where they are most of those that search engines may list; else 0. */
    private function unknownKinds(Store $store): int
    {
        $row = Rows::sole(
            'SELECT COALESCE(SUM(pages), 0) AS n, COALESCE(SUM(IF(kind = ?, pages, 0)), 0) AS unknown FROM page_counts
                WHERE store_id = ? AND indexable = 1',
            [PageKind::Other->value, $store->id],
        );

        return 2 * $row->int('unknown') > $row->int('n') ? $row->int('unknown') : 0;
    }

    public function missing(Store $store): ?Missing
    {
        return Crawl::latest($store->id) !== null
            ? null
            : new Missing(
                'No crawl has run yet. It lists every page of the store with its title, description and faults.',
                route('gather', $store),
                'Start the first crawl',
            );
    }

    public function duties(Store $store): array
    {
        $schedule = $store->options()->crawlSchedule;
        $crawls = $schedule !== '' && $schedule !== 'never';
        $feed = DB::table('connections')
            ->where('store_id', $store->id)
            ->where('sort', 'feed')
            ->where('url', '<>', '')
            ->exists();

        return [
            new Duty(
                'Crawl of the shop',
                $crawls ? $schedule : 'not set: somebody starts it',
                CrawlWork::sort(),
                $crawls,
                new Way('Set', route('settings', [$store, 'crawl']), needs: 'manage'),
            ),
            new Duty(
                'The feed’s numbers',
                $feed
                    ? 'each night at '.StoreTime::ofDay($store, '04:30')
                    : 'no feed is set up: files are brought in',
                FeedWork::sort(),
                $feed,
                new Way('Set', route('gather.feed', $store)),
            ),
        ];
    }
}

<?php

declare(strict_types=1);

namespace App\Inventory\Index;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use Illuminate\Support\Facades\DB;

/** What files and feeds tell of one page besides its days: index state, backlinks, crawlers' visits. */
final readonly class ListsOfPage
{
    /**
     * @param  list<Backlink>  $backlinks  the first ones
     * @param  list<CrawlerVisits>  $crawlers  of the last 90 days
     */
    private function __construct(
        public ?ToldIndex $index,
        public array $backlinks,
        public int $backlinkCount,
        public int $followed,
        public int $hosts,
        public array $crawlers,
    ) {
    }

    public static function of(int $page): self
    {
        $counts = Rows::sole(
            'SELECT COUNT(*) AS n, COALESCE(SUM(followed), 0) AS followed, COUNT(DISTINCT source_host) AS hosts
                FROM backlink_rows WHERE page_id = ? AND is_current = 1',
            [$page],
        );

        return new self(
            Records::one(
                ToldIndex::class,
                Rows::maybe(DB::table('index_rows')->where('page_id', $page)->where('is_current', 1)->first()),
            ),
            Records::of(
                Backlink::class,
                Rows::of(
                    DB::table('backlink_rows')
                        ->where('page_id', $page)
                        ->where('is_current', 1)
                        ->orderByDesc('followed')
                        ->limit(20)
                        ->get(),
                ),
            ),
            $counts->int('n'),
            $counts->int('followed'),
            $counts->int('hosts'),
            Records::of(
                CrawlerVisits::class,
                Rows::of(
                    DB::table('crawler_rows')
                        ->where('page_id', $page)
                        ->where('is_current', 1)
                        ->where('day', '>=', now()->subDays(90)->toDateString())
                        ->groupBy('crawler', 'status')
                        ->orderByDesc('fetches')
                        ->limit(12)
                        ->get([
                            'crawler',
                            'status',
                            DB::raw('SUM(fetches) AS fetches'),
                            DB::raw('MAX(day) AS last_day'),
                        ]),
                ),
            ),
        );
    }
}

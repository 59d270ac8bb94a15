<?php

declare(strict_types=1);

namespace App\Inventory\Index;

use App\Platform\Database\Rows;
use Illuminate\Support\Facades\DB;
use stdClass;

/**
 * What files and feeds tell of one page besides its days: index state, backlinks, crawlers' visits, a list it stands
 * on.
 */
final readonly class ListsOfPage
{
    /**
     * @param  list<stdClass>  $backlinks  the first ones
     * @param  list<stdClass>  $crawlers  fetches of the last 90 days by crawler and status
     */
    private function __construct(
        public ?stdClass $index,
        public array $backlinks,
        public int $backlinkCount,
        public int $followed,
        public int $hosts,
        public array $crawlers,
        public ?stdClass $listed,
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
            DB::table('index_rows')->where('page_id', $page)->where('is_current', 1)->first(),
            array_values(
                DB::table('backlink_rows')
                    ->where('page_id', $page)
                    ->where('is_current', 1)
                    ->orderByDesc('followed')
                    ->limit(20)
                    ->get()
                    ->all(),
            ),
            (int) $counts->n,
            (int) $counts->followed,
            (int) $counts->hosts,
            array_values(
                DB::table('crawler_rows')
                    ->where('page_id', $page)
                    ->where('is_current', 1)
                    ->where('day', '>=', now()->subDays(90)->toDateString())
                    ->groupBy('crawler', 'status')
                    ->orderByDesc('fetches')
                    ->limit(12)
                    ->get(['crawler', 'status', DB::raw('SUM(fetches) AS fetches'), DB::raw('MAX(day) AS last_day')])
                    ->all(),
            ),
            DB::table('listed_rows')->where('page_id', $page)->where('is_current', 1)->first(),
        );
    }
}

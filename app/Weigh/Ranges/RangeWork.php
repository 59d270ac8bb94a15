<?php

declare(strict_types=1);

namespace App\Weigh\Ranges;

use App\Facts\FactTable;
use App\Facts\GrainDays;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use Illuminate\Support\Facades\DB;

/**
 * Sums the rows of some dates by page, a portion of pages at a time; of each page and day the coarsest grain that
 * names it, as everywhere.
 */
final class RangeWork implements LongWork
{
    private const PAGES = 5000;

    public static function sort(): string
    {
        return 'weigh.range';
    }

    public static function title(): string
    {
        return 'summing other dates';
    }

    public static function queue(): string
    {
        return 'interactive';
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $range = Records::one(
            Range::class,
            Rows::maybe(DB::table('weigh_ranges')->where('id', $run->subjectId)->first()),
        );
        if ($range === null) {
            return SliceEnd::done();
        }
        $all = max(1, DB::table('page_index')->where('store_id', $run->storeId)->count());
        while (! $run->stopAsked()) {
            $after = $run->number('after');
            $last = Rows::sole(
                'SELECT MAX(page_id) AS id, COUNT(*) AS n FROM (SELECT page_id FROM page_index WHERE store_id = ?
                    AND page_id > ? ORDER BY page_id LIMIT '.
                    self::PAGES.
                    ') part',
                [$run->storeId, $after],
            );
            if ($last->id === null) {
                $run->fenced(
                    static fn (): int => DB::table('weigh_ranges')
                        ->where('id', $range->id)
                        ->update(['state' => 'done', 'summed_at' => now()]),
                );

                return SliceEnd::done();
            }
            $run->fenced(fn () => $this->sum($run->storeId, $range, $after, $last->int('id')));
            $done = $run->number('pages') + $last->int('n');
            $run->beat(['after' => $last->int('id'), 'pages' => $done, 'of' => $all], force: true);
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }

        return SliceEnd::stopped();
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
        DB::table('weigh_ranges')
            ->where('id', $subjectId)
            ->where('state', 'summing')
            ->update(['state' => $end->state === 'done' ? 'done' : 'failed']);
    }

    private function sum(int $store, Range $range, int $after, int $last): void
    {
        DB::delete('DELETE FROM weigh_range_rows WHERE range_id = ? AND page_id > ? AND page_id <= ?', [
            $range->id,
            $after,
            $last,
        ]);
        foreach (
            [
                [FactTable::Search, 'SUM(clicks), SUM(impressions), SUM(position_sum), 0, 0'],
                [FactTable::Sales, '0, 0, 0, SUM(orders), SUM(revenue)'],
            ] as [$facts, $sums]
        ) {
            foreach (GrainDays::of($store, $facts, [$range->firstDay, $range->lastDay]) as $part) {
                DB::insert(
                    "INSERT INTO weigh_range_rows (range_id, page_id, clicks, impressions, position_sum, orders,
                        revenue) SELECT ?, r.page_id, $sums FROM {$facts->rows()} r WHERE r.page_id > ?
                            AND r.page_id <= ? AND {$part->condition()} GROUP BY r.page_id
                    ON DUPLICATE KEY UPDATE clicks = weigh_range_rows.clicks + VALUES(clicks),
                    impressions = weigh_range_rows.impressions + VALUES(impressions),
                    position_sum = weigh_range_rows.position_sum + VALUES(position_sum),
                    orders = weigh_range_rows.orders + VALUES(orders), revenue = weigh_range_rows.revenue +
                    VALUES(revenue)",
                    [$range->id, $after, $last],
                );
            }
        }
    }
}

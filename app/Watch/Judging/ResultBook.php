<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use App\Platform\Database\Bulk;
use App\Stores\Models\Store;
use App\Watch\Changed\Change;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Outcome\Verdict;

/** Writes down what was found of a change; what was found before gives way. */
final class ResultBook
{
    /** Inside a transaction that is kept only while the work's lease is ours. */
    public static function write(Store $store, Change $change, JudgedChange $found, string $stamp): void
    {
        $isThere = DB::table('watch_changes')->where('id', $change->id)->lockForUpdate()->exists();
        if (! $isThere) {
            return; // Somebody dropped it meanwhile.
        }
        DB::table('watch_changes')
            ->where('id', $change->id)
            ->update([
                'judged_at' => now(),
                'judged_of' => $stamp,
                'verdict' => $found->verdict()->value,
                'why_open' => $found->why->value,
                'ready_on' => $found->weeks->spans === [] ? null : $found->weeks->readyOn,
                'fetched_on' => $found->fetched->day,
                'fetch_told' => $found->fetched->isTold ? 1 : 0,
                'weeks' => $found->weeks->needed,
                'weeks_told' => count($found->weeks->after),
                'before_from' => $found->weeks->spans === [] ? null : min(array_merge(...$found->weeks->spans)),
                'alone' => $found->alone,
                'orders_came' => $found->orders?->came,
                'orders_expected' => $found->orders?->expected,
                'orders_low' => $found->orders?->low(),
                'orders_high' => $found->orders?->high(),
                'orders_chance' => $found->orders?->chance(),
            ]);
        DB::table('watch_results')->where('change_id', $change->id)->delete();
        DB::table('watch_weeks')->where('change_id', $change->id)->delete();
        self::writeResults($store, $change, $found);
        self::writePages($store, $change, $found);
        Bulk::write(
            'watch_weeks',
            ['change_id', 'week', 'came', 'expected', 'is_after'],
            array_map(
                static fn (string $week, array $one): array => [
                    $change->id,
                    $week,
                    $one['came'],
                    $one['expected'],
                    $one['after'] ? 1 : 0,
                ],
                array_keys($found->picture),
                $found->picture,
            ),
        );
    }

    private static function writeResults(Store $store, Change $change, JudgedChange $found): void
    {
        Bulk::write(
            'watch_results',
            [
                'change_id', 'grouped_by', 'part', 'store_id', 'name', 'pages', 'came', 'expected', 'error', 'low',
                'high', 'chance', 'smallest', 'verdict', 'click_value', 'currency', 'clicks_before',
                'impressions_before', 'places_before', 'orders_before', 'revenue_before', 'impressions', 'places',
                'orders', 'revenue',
            ],
            array_map(
                static fn (GroupResult $one): array => [
                    $change->id,
                    $one->by->value,
                    $one->part,
                    $store->id,
                    mb_substr($one->name, 0, 120),
                    $one->outcome->pages,
                    $one->outcome->came,
                    $one->outcome->expected,
                    $one->outcome->error,
                    $one->outcome->low(),
                    $one->outcome->high(),
                    $one->outcome->chance(),
                    min(9999.0, $one->outcome->smallest()),
                    ($found->why === WhyOpen::Nothing ? $one->outcome->verdict() : Verdict::Open)->value,
                    $one->worth[0] ?? null,
                    $one->worth[1] ?? null,
                    $one->before->clicks,
                    $one->before->impressions,
                    $one->before->places,
                    $one->before->orders,
                    $one->before->revenue,
                    $one->after->impressions,
                    $one->after->places,
                    $one->after->orders,
                    $one->after->revenue,
                ],
                $found->results,
            ),
        );
    }

    private static function writePages(Store $store, Change $change, JudgedChange $found): void
    {
        DB::update(
            'UPDATE watch_pages SET part = 0, left_out = 0, clicks_before = 0, impressions_before = 0,
                places_before = 0, orders_before = 0, revenue_before = 0, clicks = 0, impressions = 0, places = 0,
                orders = 0, revenue = 0, expected = 0, gain = 0 WHERE change_id = ?',
            [$change->id],
        );
        $columns = [
            'page_id', 'kind', 'part', 'clicks_before', 'impressions_before', 'places_before', 'orders_before',
            'revenue_before', 'clicks', 'impressions', 'places', 'orders', 'revenue', 'expected', 'gain',
        ];
        $into = implode(
            ', ',
            array_map(static fn (string $column): string => "$column = VALUES($column)", array_slice($columns, 1)),
        );
        Bulk::upsert(
            'watch_pages',
            ['change_id', 'store_id', 'live_on', 'fields', 'origin', ...$columns],
            array_map(
                static fn (array $row): array => [$change->id, $store->id, $change->day, 0, '', ...$row],
                $found->pages,
            ),
            "$into",
        );
        Bulk::upsert(
            'watch_pages',
            ['change_id', 'store_id', 'live_on', 'fields', 'origin', 'page_id', 'left_out'],
            array_map(
                static fn (int $page, LeftOut $why): array => [
                    $change->id,
                    $store->id,
                    $change->day,
                    0,
                    '',
                    $page,
                    $why->value,
                ],
                array_keys($found->leftOut),
                $found->leftOut,
            ),
            'left_out = VALUES(left_out)',
        );
        DB::update(
            'UPDATE watch_results r JOIN (SELECT part, SUM(promised) AS promised, SUM(promised_clicks) AS clicks
                FROM watch_pages WHERE change_id = ? AND part > 0 GROUP BY part) p ON p.part = r.part
                SET r.promised = p.promised, r.promised_clicks = p.clicks WHERE r.change_id = ?',
            [$change->id, $change->id],
        );
        DB::update(
            'UPDATE watch_results r JOIN (SELECT SUM(promised) AS promised, SUM(promised_clicks) AS clicks
                FROM watch_pages WHERE change_id = ? AND part > 0) p
                SET r.promised = p.promised, r.promised_clicks = p.clicks WHERE r.change_id = ? AND r.part = 0',
            [$change->id, $change->id],
        );
    }
}

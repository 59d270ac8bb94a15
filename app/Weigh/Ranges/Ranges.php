<?php

declare(strict_types=1);

namespace App\Weigh\Ranges;

use App\Facts\FactTable;
use App\Facts\GrainDays;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Weigh\Numbers\Freshness;
use DateTimeImmutable;
use Generator;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

/**
 * Sums over other dates than the windows that are always kept: made by a job, and kept by their dates until the rows
 * of those days change.
 */
final readonly class Ranges
{
    public const PAGE = 50;

    /** Ranges that a store keeps; the oldest goes for a new one. */
    private const MOST = 12;

    public const SORTS = ['clicks', 'impressions', 'revenue'];

    public const COLUMNS = ['url', 'clicks', 'impressions', 'ctr', 'position', 'orders', 'revenue', 'currency'];

    public function __construct(private WorkDesk $desk)
    {
    }

    /**
     * @return int the range's id; one of these dates is summed anew
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public function begin(Store $store, string $first, string $last, ?int $userId): int
    {
        $days = (int) (new DateTimeImmutable($first))->diff(new DateTimeImmutable($last))->format('%r%a') + 1;
        if ($days < 1 || $days > 1100) {
            throw new InvalidArgumentException('The last day is the first or later, and within three years of it.');
        }

        return DB::transaction(function () use ($store, $first, $last, $userId): int {
            DB::table('stores')->where('id', $store->id)->lockForUpdate()->first();
            $id = DB::table('weigh_ranges')
                ->where('store_id', $store->id)
                ->where('first_day', $first)
                ->where('last_day', $last)
                ->value('id');
            $id = is_numeric($id)
                ? (int) $id
                : DB::table('weigh_ranges')->insertGetId([
                    'store_id' => $store->id,
                    'first_day' => $first,
                    'last_day' => $last,
                    'state' => 'new',
                    'mark' => '',
                ]);
            $old = DB::table('weigh_ranges')
                ->where('store_id', $store->id)
                ->where('id', '<>', $id)
                ->orderByDesc('id')
                ->offset(self::MOST - 1)
                ->limit(50)
                ->pluck('id')
                ->all();
            DB::table('weigh_range_rows')->whereIn('range_id', $old)->delete();
            DB::table('weigh_ranges')->whereIn('id', $old)->delete();
            $isOpen = DB::table('work')
                ->where('sort', RangeWork::sort())
                ->where('subject_id', $id)
                ->whereIn('state', ['waiting', 'running'])
                ->exists();
            DB::table('weigh_ranges')
                ->where('id', $id)
                ->update(['state' => 'summing', 'mark' => Freshness::ofDays($store, $first, $last)]);
            $isOpen || $this->desk->begin(new NewWork(RangeWork::class, $store->id, $id, $userId));

            return $id;
        });
    }

    /** @return list<Range> the newest first */
    public static function all(Store $store): array
    {
        return Records::of(
            Range::class,
            Rows::of(
                DB::table('weigh_ranges')->where('store_id', $store->id)->orderByDesc('id')->limit(self::MOST)->get(),
            ),
        );
    }

    public static function find(Store $store, int $id): ?Range
    {
        return Records::one(
            Range::class,
            Rows::maybe(DB::table('weigh_ranges')->where('store_id', $store->id)->where('id', $id)->first()),
        );
    }

    /** Whether its days are told by other rows than when it was summed. */
    public static function isStale(Store $store, Range $range): bool
    {
        return $range->state === 'done' &&
            $range->mark !== Freshness::ofDays($store, $range->firstDay, $range->lastDay);
    }

    /** @return array{rows: list<RangePage>, next: ?string} */
    public static function page(Range $range, string $sort, ?string $after): array
    {
        $column = in_array($sort, self::SORTS, true) ? $sort : 'clicks';
        $where = 'r.range_id = ?';
        $values = [$range->id];
        if ($after !== null && preg_match('/^(\d+(?:\.\d+)?)_(\d+)$/', $after, $found) === 1) {
            $where .= " AND (r.$column < ? OR (r.$column = ? AND r.page_id < ?))";
            array_push($values, $found[1], $found[1], (int) $found[2]);
        }
        $rows = Records::select(
            RangePage::class,
            "SELECT x.*, x.$column AS sort_key, p.url, p.market_id, f.title FROM (SELECT r.* FROM weigh_range_rows r
                WHERE $where ORDER BY r.$column DESC, r.page_id DESC LIMIT ".
                (self::PAGE + 1).
                ") x JOIN pages p ON p.id = x.page_id LEFT JOIN page_facts f ON f.page_id = x.page_id
                    AND f.to_crawl = 0 ORDER BY x.$column DESC, x.page_id DESC",
            $values,
        );
        $next = null;
        if (count($rows) > self::PAGE) {
            array_pop($rows);
            $last = end($rows);
            $next = $last->sortKey.'_'.$last->pageId;
        }

        return ['rows' => $rows, 'next' => $next];
    }

    public static function total(Range $range): RangeTotal
    {
        return Records::sole(
            RangeTotal::class,
            'SELECT COUNT(*) AS pages, COALESCE(SUM(clicks), 0) AS clicks, COALESCE(SUM(impressions),
                0) AS impressions, COALESCE(SUM(position_sum), 0) AS position_sum, COALESCE(SUM(orders),
                0) AS orders, COALESCE(SUM(revenue), 0) AS revenue FROM weigh_range_rows WHERE range_id = ?',
            [$range->id],
        );
    }

    /** @return array<string, float> revenue by currency, in the order of the markets */
    public static function revenue(Store $store, Range $range): array
    {
        $sums = [];
        foreach (
            Rows::all(
                'SELECT p.market_id, SUM(r.revenue) AS revenue FROM weigh_range_rows r JOIN pages p
                    ON p.id = r.page_id
                    WHERE r.range_id = ? GROUP BY p.market_id',
                [$range->id],
            ) as $row
        ) {
            $sums[$row->int('market_id')] = $row->number('revenue');
        }
        $all = [];
        foreach (Markets::of($store)->all() as $market) {
            $all[$market->currency] = ($all[$market->currency] ?? 0.0) + ($sums[$market->id] ?? 0.0);
        }

        return $all;
    }

    /** @return list<string> which of its days nobody told, sentences for people */
    public static function remarks(Store $store, Range $range): array
    {
        $days = (int) (new DateTimeImmutable($range->firstDay))->diff(new DateTimeImmutable($range->lastDay))->days + 1;
        $sentences = [];
        foreach (['search' => FactTable::Search, 'sales' => FactTable::Sales] as $word => $facts) {
            $told = 0;
            foreach (GrainDays::of($store->id, $facts, [$range->firstDay, $range->lastDay]) as $part) {
                $told += $part->before === [] ? count($part->days) : 0;
            }
            $told === $days ||
                ($sentences[] =
                    $told === 0
                        ? "No row of $word tells these dates."
                        : "Rows of $word are there for $told of these $days days; the sums are of those.");
        }

        return $sentences;
    }

    /** @return Generator<list<string|int|float|null>> */
    public static function export(Store $store, Range $range): Generator
    {
        $markets = Markets::of($store);
        $after = null;
        do {
            ['rows' => $rows, 'next' => $after] = self::page($range, 'clicks', $after);
            foreach ($rows as $row) {
                yield [
                    $row->url,
                    $row->clicks,
                    $row->impressions,
                    $row->impressions > 0 ? round($row->clicks / $row->impressions, 5) : null,
                    $row->impressions > 0 && $row->positionSum > 0
                        ? round($row->positionSum / $row->impressions / 1000, 2)
                        : null,
                    $row->orders,
                    $row->revenue,
                    $markets->find($row->marketId)->currency,
                ];
            }
        } while ($after !== null);
    }
}

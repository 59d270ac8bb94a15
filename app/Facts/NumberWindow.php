<?php

declare(strict_types=1);

namespace App\Facts;

use App\Inventory\Index\NumbersOfPages;
use App\Platform\Database\Rows;
use App\Platform\Web\Forms;
use App\Stores\ChangingFacts;
use App\Stores\Models\Store;
use Closure;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;

/**
 * The days over which lists sum clicks, impressions, orders and revenue: thirteen whole weeks, the last of them the
 * last complete one that has a row.
 * Where no day is told at all, it is the newest period that a file told.
 */
final readonly class NumberWindow
{
    public const WEEKS = 13;

    /** The last days are not complete: sources still add to them. */
    private const INCOMPLETE_DAYS = 3;

    /**
     * @param  bool  $tellsMargin  whether files tell what was left of the revenue
     * @param  int  $broken  pages with clicks in the window that answer with an error
     */
    public function __construct(
        public string $firstDay,
        public string $lastDay,
        public bool $isPeriod,
        public bool $tellsMargin = false,
        public int $broken = 0,
    ) {
    }

    public static function of(Store $store): ?self
    {
        $row = Rows::maybe(DB::table('number_windows')->where('store_id', $store->id)->first());

        return $row === null
            ? null
            : new self(
                $row->text('first_day'),
                $row->text('last_day'),
                $row->isTrue('is_period'),
                $row->isTrue('tells_margin'),
                $row->int('broken'),
            );
    }

    public function inWords(): string
    {
        $day = Forms::day(...);

        return $this->isPeriod
            ? "{$day($this->firstDay)} to {$day($this->lastDay)}"
            : self::WEEKS." weeks to {$day($this->lastDay)}";
    }

    /**
     * Works out the window anew and sums it into the list table.
     *
     * @param  Closure(Closure(): mixed): void  $write  runs each write in a transaction of its own
     */
    public static function refresh(Store $store, Closure $write): void
    {
        if (ChangingFacts::isSo($store->id)) {
            return; // Whoever changes the facts makes it anew when all of them are in.
        }
        $window = self::choose($store);
        if ($window === null) {
            $write(static function () use ($store): void {
                NumbersOfPages::forget($store);
                DB::table('number_windows')->where('store_id', $store->id)->delete();
            });

            return;
        }
        [$from, $values] = $window->sums($store);
        NumbersOfPages::take($store, $from, $values, $write);
        $tells = DB::table('page_index')->where('store_id', $store->id)->where('margin', '>', 0)->exists();
        $broken = DB::table('page_index')
            ->where('store_id', $store->id)
            ->where('status', '>=', 400)
            ->where('clicks', '>', 0)
            ->count();
        $write(
            static fn () => DB::table('number_windows')->upsert(
                [
                    [
                        'store_id' => $store->id,
                        'first_day' => $window->firstDay,
                        'last_day' => $window->lastDay,
                        'is_period' => $window->isPeriod,
                        'tells_margin' => $tells,
                        'broken' => $broken,
                    ],
                ],
                ['store_id'],
                ['first_day', 'last_day', 'is_period', 'tells_margin', 'broken'],
            ),
        );
    }

    private static function choose(Store $store): ?self
    {
        $newest = Rows::sole(
            "SELECT MAX(day) AS day FROM fact_days WHERE store_id = ? AND days = 1 AND state = 'owns'",
            [$store->id],
        )->day;
        if ($newest !== null) {
            $complete = (new DateTimeImmutable($store->today()))
                ->modify('-'.self::INCOMPLETE_DAYS.' days')
                ->format('Y-m-d');
            // The last week that has a row and that nothing will be added to.
            $lastMonday = PageWeeks::weekOf((string) $newest);
            if ((new DateTimeImmutable($lastMonday))->modify('+6 days')->format('Y-m-d') > $complete) {
                $lastMonday = PageWeeks::weekOf((new DateTimeImmutable($complete))->modify('-6 days')->format('Y-m-d'));
            }
            $first = (new DateTimeImmutable($lastMonday))
                ->modify('-'. 7 * (self::WEEKS - 1).' days')
                ->format('Y-m-d');

            return new self($first, (new DateTimeImmutable($lastMonday))->modify('+6 days')->format('Y-m-d'), false);
        }
        $period = Rows::one(
            "SELECT day, days FROM fact_days WHERE store_id = ? AND days > 1 AND state = 'owns'
                ORDER BY DATE_ADD(day,
                INTERVAL days DAY) DESC, facts LIMIT 1",
            [$store->id],
        );

        return $period === null
            ? null
            : new self(
                $period->text('day'),
                (new DateTimeImmutable($period->text('day')))
                    ->modify('+'.($period->int('days') - 1).' days')
                    ->format('Y-m-d'),
                true,
            );
    }

    /**
     * @return array{string, list<int|string>} a SELECT by page that a condition on page_id can follow, and its values
     */
    private function sums(Store $store): array
    {
        if (! $this->isPeriod) {
            return [
                'SELECT page_id, SUM(clicks) AS clicks, SUM(impressions) AS impressions,
                    SUM(position_sum) AS position_sum, SUM(orders) AS orders, SUM(revenue) AS revenue,
                    SUM(returned) AS returned, SUM(margin) AS margin FROM page_weeks WHERE store_id = ?
                    AND week BETWEEN ? AND ?',
                [$store->id, $this->firstDay, $this->lastDay],
            ];
        }
        $parts = [];
        foreach (
            [
                [
                    FactTable::Search,
                    'r.clicks, r.impressions, r.position_sum, 0 AS orders, 0 AS revenue, 0 AS returned, 0 AS margin',
                ],
                [FactTable::Sales, '0, 0, 0, r.orders, r.revenue, r.returned, r.margin'],
            ] as [$facts, $columns]
        ) {
            foreach (GrainDays::ofPeriod($store->id, $facts, $this) as $part) {
                $parts[] = "SELECT r.page_id, $columns FROM {$facts->rows()} r WHERE {$part->condition()}";
            }
        }
        // Names come from the first part; one that holds nothing gives them where only sales are told.
        array_unshift(
            $parts,
            'SELECT 0 AS page_id, 0 AS clicks, 0 AS impressions, 0 AS position_sum, 0 AS orders, 0 AS revenue,
                0 AS returned, 0 AS margin',
        );

        return [
            'SELECT page_id, SUM(clicks) AS clicks, SUM(impressions) AS impressions, SUM(position_sum)
                AS position_sum,
                SUM(orders) AS orders, SUM(revenue) AS revenue, SUM(returned) AS returned, SUM(margin) AS margin
                FROM ('.
            implode(' UNION ALL ', $parts).
            ') facts WHERE 1',
            [],
        ];
    }

    /** Days from the first to the last. */
    public function length(): int
    {
        return (int) (new DateTimeImmutable($this->firstDay))->diff(new DateTimeImmutable($this->lastDay))->days + 1;
    }
}

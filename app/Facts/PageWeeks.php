<?php

declare(strict_types=1);

namespace App\Facts;

use App\Platform\Database\Rows;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;

/**
 * Sums by page and week (Monday to Sunday), made anew for the weeks whose days have changed.
 *
 * Of each page and day the coarsest grain that names the page counts (GrainDays), web search alone; rows of a period
 * are in no week.
 */
final readonly class PageWeeks
{
    /** Rows of the weeks that are summed at one go; a second reads some 200,000. */
    private const MOST_ROWS = 2_000_000;

    public function __construct(private int $storeId)
    {
    }

    /** The Monday of a day's week. */
    public static function weekOf(string $day): string
    {
        $date = new DateTimeImmutable($day);

        return $date->modify('-'.((int) $date->format('N') - 1).' days')->format('Y-m-d');
    }

    /**
     * As many of these weeks as are summed at one go: their months are read once for all of them, and a transaction
     * stays short.
     *
     * @param  non-empty-list<string>  $weeks  Mondays, in order
     * @return non-empty-list<string> the first of them
     */
    public function portion(array $weeks): array
    {
        $rows = [];
        foreach (
            Rows::all(
                "SELECT DATE_SUB(day, INTERVAL WEEKDAY(day) DAY) AS week, SUM(row_count) AS n FROM fact_days
                    WHERE store_id = ? AND day >= ? AND days = 1 AND state = 'owns' GROUP BY week",
                [$this->storeId, $weeks[0]],
            ) as $row
        ) {
            $rows[$row->text('week')] = $row->int('n');
        }
        $portion = [array_shift($weeks)];
        $sum = $rows[$portion[0]] ?? 0;
        foreach ($weeks as $week) {
            $sum += $rows[$week] ?? 0;
            if ($sum > self::MOST_ROWS) {
                break;
            }
            $portion[] = $week;
        }

        return $portion;
    }

    /**
     * Called inside a transaction.
     *
     * @param  non-empty-list<string>  $weeks  Mondays, in order, as portion() gives them
     */
    public function rebuild(array $weeks): void
    {
        [$first, $last] = [
            $weeks[0],
            (new DateTimeImmutable($weeks[count($weeks) - 1]))->modify('+6 days')->format('Y-m-d'),
        ];
        $list = self::list($weeks);
        DB::delete("DELETE FROM page_weeks WHERE store_id = ? AND week IN ($list)", [$this->storeId]);
        $monday = 'DATE_SUB(r.day, INTERVAL WEEKDAY(r.day) DAY)';
        foreach (
            [
                [FactTable::Search, ['clicks', 'impressions', 'position_sum']],
                [FactTable::Sales, ['visits', 'orders', 'units', 'revenue', 'returned', 'margin']],
            ] as [$facts, $columns]
        ) {
            $sums = implode(', ', array_map(static fn (string $column): string => "SUM(r.$column)", $columns));
            $more = implode(
                ', ',
                array_map(
                    static fn (string $column): string => "$column = page_weeks.$column + VALUES($column)",
                    $columns,
                ),
            );
            foreach (GrainDays::of($this->storeId, $facts, [$first, $last]) as $part) {
                $part = $part->on(static fn (string $day): bool => in_array(self::weekOf($day), $weeks, true));
                if ($part !== null) {
                    DB::insert(
                        'INSERT INTO page_weeks (store_id, week, page_id, '.
                            implode(', ', $columns).
                            ") SELECT ?, $monday, r.page_id, $sums FROM {$facts->rows()} r WHERE {$part->condition()}
                                GROUP BY $monday, r.page_id ON DUPLICATE KEY UPDATE $more",
                        [$this->storeId],
                    );
                }
            }
        }
    }

    /** @param  list<string>  $days */
    public static function list(array $days): string
    {
        return implode(
            ', ',
            array_map(static fn (string $day): string => "'".preg_replace('/[^\d\-]/', '', $day)."'", $days),
        );
    }
}

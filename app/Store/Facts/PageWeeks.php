<?php

declare(strict_types=1);

namespace App\Store\Facts;

use DateTimeImmutable;
use Illuminate\Support\Facades\DB;

/**
 * Sums by page and week (Monday to Sunday), made anew for the weeks whose days have changed.
 *
 * Of each day the coarsest grain that tells pages counts, web search alone; rows of a period are in no week.
 */
final readonly class PageWeeks
{
    public function __construct(private int $storeId)
    {
    }

    /** The Monday of a day's week. */
    public static function weekOf(string $day): string
    {
        $date = new DateTimeImmutable($day);

        return $date->modify('-'.((int) $date->format('N') - 1).' days')->format('Y-m-d');
    }

    /** Called inside a transaction. */
    public function rebuild(string $week): void
    {
        $last = (new DateTimeImmutable($week))->modify('+6 days')->format('Y-m-d');
        DB::delete('DELETE FROM page_weeks WHERE store_id = ? AND week = ?', [$this->storeId, $week]);
        foreach ($this->grainsByDay(FactTable::Search, $week, $last) as $grain => $days) {
            DB::insert('INSERT INTO page_weeks (store_id, week, page_id, clicks, impressions, position_sum)
                SELECT ?, ?, page_id, SUM(clicks), SUM(impressions), SUM(position_sum) FROM search_rows WHERE store_id = ? AND grain = ? AND day BETWEEN ? AND ? AND day IN ('.self::list($days).') AND type = 0 GROUP BY page_id
                ON DUPLICATE KEY UPDATE clicks = page_weeks.clicks + VALUES(clicks), impressions = page_weeks.impressions + VALUES(impressions), position_sum = page_weeks.position_sum + VALUES(position_sum)', [$this->storeId, $week, $this->storeId, $grain, $week, $last]);
        }
        foreach ($this->grainsByDay(FactTable::Sales, $week, $last) as $grain => $days) {
            DB::insert('INSERT INTO page_weeks (store_id, week, page_id, visits, orders, units, revenue)
                SELECT ?, ?, page_id, SUM(visits), SUM(orders), SUM(units), SUM(revenue) FROM sales_rows WHERE store_id = ? AND grain = ? AND day BETWEEN ? AND ? AND day IN ('.self::list($days).') GROUP BY page_id
                ON DUPLICATE KEY UPDATE visits = page_weeks.visits + VALUES(visits), orders = page_weeks.orders + VALUES(orders), units = page_weeks.units + VALUES(units), revenue = page_weeks.revenue + VALUES(revenue)', [$this->storeId, $week, $this->storeId, $grain, $week, $last]);
        }
    }

    /**
     * Days by the grain that counts on them.
     *
     * @return array<int, non-empty-list<string>>
     */
    public function grainsByDay(FactTable $facts, string $first, string $last, int $asked = Grain::PAGE): array
    {
        $grains = [];
        foreach (DB::select("SELECT day, grain FROM fact_days WHERE store_id = ? AND facts = ? AND day BETWEEN ? AND ? AND days = 1 AND state = 'owns'", [$this->storeId, $facts->value, $first, $last]) as $row) {
            $grains[(string) $row->day][] = (int) $row->grain;
        }
        $days = [];
        foreach ($grains as $day => $known) {
            $grain = Grain::coarsest($known, $asked | Grain::DAY);
            if ($grain !== null) {
                $days[$grain][] = $day;
            }
        }

        return $days;
    }

    /** @param  list<string>  $days */
    public static function list(array $days): string
    {
        return implode(', ', array_map(static fn (string $day): string => "'".preg_replace('/[^\d\-]/', '', $day)."'", $days));
    }
}

<?php

declare(strict_types=1);

namespace App\Facts;

use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** The fact tables: rows by day (or by a period of days) that files and feeds tell. */
enum FactTable: int
{
    case Search = 1;
    case Sales = 2;

    /** Whether any row of it counts in a store. */
    public function isTold(Store $store): bool
    {
        return DB::table('fact_days')
            ->where('store_id', $store->id)
            ->where('facts', $this->value)
            ->where('state', 'owns')
            ->exists();
    }

    public function rows(): string
    {
        return $this === self::Search ? 'search_rows' : 'sales_rows';
    }

    /** Rows that a newer import has replaced; they come back when that is taken back. */
    public function resting(): string
    {
        return $this === self::Search ? 'resting_search' : 'resting_sales';
    }

    /** @return list<string> columns that tell two rows of one day and grain apart, in the order of the primary key */
    public function keys(): array
    {
        return ['page_id', 'day', 'days', ...$this === self::Search ? ['query_id', 'country', 'device', 'type'] : []];
    }

    /** @return list<string> columns that add up */
    public function sums(): array
    {
        return $this === self::Search
            ? ['clicks', 'impressions', 'position_sum']
            : ['visits', 'orders', 'units', 'revenue', 'returned', 'margin'];
    }
}

<?php

declare(strict_types=1);

namespace App\Facts;

use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;

/** How pages were seen for queries day by day, within the window that lists sum. */
final class QueryDays
{
    /** @var list<GrainDays> */
    private readonly array $parts;

    public function __construct(private readonly Store $store)
    {
        $window = NumberWindow::of($store);
        $this->parts =
            $window === null || $window->isPeriod
                ? []
                : GrainDays::of(
                    $store->id,
                    FactTable::Search,
                    [$window->firstDay, $window->lastDay],
                    Grain::PAGE | Grain::QUERY | Grain::DAY,
                );
    }

    /** Whether any day is told by page and query. */
    public function isTold(): bool
    {
        return $this->parts !== [];
    }

    /** How many days are told so. */
    public function count(): int
    {
        return array_sum(array_map(static fn (GrainDays $part): int => count($part->days), $this->parts));
    }

    /**
     * @param  list<int>  $pages  at least one
     * @param  list<int>  $queries  at least one
     * @return array<int, array<int, array<string, array{impressions: int, position: float, clicks: int}>>> by query,
     * page and day; a day without a row is left out
     */
    public function of(array $pages, array $queries): array
    {
        $days = [];
        foreach ($this->parts as $part) {
            foreach (
                Rows::all(
                    'SELECT query_id, page_id, day, SUM(impressions) AS impressions, SUM(position_sum) AS places,
                        SUM(clicks) AS clicks
                        FROM search_rows r WHERE store_id = '.
                        $this->store->id.
                        ' AND page_id IN ('.
                        Bulk::list($pages).
                        ')
                        AND query_id IN ('.
                        Bulk::list($queries).
                        ") AND {$part->condition()} GROUP BY query_id, page_id, day",
                ) as $row
            ) {
                if ($row->int('impressions') > 0) {
                    $days[$row->int('query_id')][$row->int('page_id')][$row->text('day')] = [
                        'impressions' => $row->int('impressions'),
                        'position' => $row->number('places') / $row->int('impressions') / 1000,
                        'clicks' => $row->int('clicks'),
                    ];
                }
            }
        }

        return $days;
    }
}

<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use App\Facts\PageWeeks;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;

/** Reads what pages counted by spans of weeks; a page that moved counts what it counted at its old address, too. */
final readonly class PageCounts
{
    private const PORTION = 1000;

    public function __construct(private Store $store)
    {
    }

    /**
     * @param  list<int>  $pages
     * @param  list<list<string>>  $spans  Mondays; no week stands in two of them
     * @return array<int, list<PageSums>> by page, in the order of the spans; pages that counted nothing are in it
     */
    public function of(array $pages, array $spans): array
    {
        $sums = array_fill_keys($pages, array_fill(0, count($spans), new PageSums()));
        $weeks = array_merge([], ...$spans);
        if ($weeks === []) {
            return $sums;
        }
        $case = '';
        foreach ($spans as $number => $span) {
            $span === [] || ($case .= ' WHEN week IN ('.PageWeeks::list($span).") THEN $number");
        }
        $of = $this->formerPages($pages);
        $list = PageWeeks::list($weeks);
        foreach (array_chunk([...$pages, ...array_keys($of)], self::PORTION) as $some) {
            foreach (
                Rows::all(
                    "SELECT page_id, CASE$case END AS span, SUM(clicks) AS clicks, SUM(impressions) AS impressions,
                        SUM(position_sum) AS places, SUM(orders) AS orders, SUM(revenue) AS revenue FROM page_weeks
                        WHERE store_id = ? AND page_id IN (".
                        Bulk::list($some).
                        ") AND week IN ($list) GROUP BY page_id, span",
                    [$this->store->id],
                ) as $row
            ) {
                $page = $of[$row->int('page_id')] ?? $row->int('page_id');
                $sums[$page][$row->int('span')] = $sums[$page][$row->int('span')]->plus(
                    new PageSums(
                        $row->int('clicks'),
                        $row->int('impressions'),
                        $row->int('places'),
                        $row->int('orders'),
                        $row->number('revenue'),
                    ),
                );
            }
        }

        return array_map(array_values(...), $sums);
    }

    /**
     * @param  list<int>  $pages
     * @param  array<int, int>  $groups  number by page
     * @param  list<string>  $weeks  Mondays
     * @return array<int, array<string, int>> clicks by group and week
     */
    public function byWeek(array $pages, array $groups, array $weeks): array
    {
        $of = $this->formerPages($pages);
        $sums = [];
        foreach (array_chunk([...$pages, ...array_keys($of)], self::PORTION) as $some) {
            foreach (
                Rows::all(
                    'SELECT page_id, week, clicks FROM page_weeks WHERE store_id = ? AND page_id IN ('.
                        Bulk::list($some).
                        ') AND week IN ('.
                        PageWeeks::list($weeks).
                        ') AND clicks > 0',
                    [$this->store->id],
                ) as $row
            ) {
                $group = $groups[$of[$row->int('page_id')] ?? $row->int('page_id')];
                $sums[$group][$row->text('week')] = ($sums[$group][$row->text('week')] ?? 0) + $row->int('clicks');
            }
        }

        return $sums;
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, int> the page that took its place, by the former one
     */
    private function formerPages(array $pages): array
    {
        $former = [];
        $isMeant = array_fill_keys($pages, true);
        foreach (array_chunk($pages, self::PORTION) as $some) {
            foreach (
                Rows::all('SELECT from_page, to_page FROM successions WHERE to_page IN ('.Bulk::list($some).')') as $row
            ) {
                isset($isMeant[$row->int('from_page')]) || ($former[$row->int('from_page')] = $row->int('to_page'));
            }
        }

        return $former;
    }
}

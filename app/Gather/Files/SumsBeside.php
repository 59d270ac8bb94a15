<?php

declare(strict_types=1);

namespace App\Gather\Files;

use App\Facts\FactTable;
use App\Facts\Grain;
use App\Facts\GrainDays;
use App\Facts\PageWeeks;
use App\Inventory\PageAddress;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Tabular\CellProblem;
use Orchard\Core\Tabular\RowReader;
use Orchard\Core\Url\PageUrl;

/**
 * Holds what a file tells of its pages and days beside what counts for them so far, so that sums that do not fit are
 * seen before they count: a page that is named comes from the coarser file alone from then on.
 */
final readonly class SumsBeside
{
    /** Rows that are looked at. */
    private const ROWS = 200_000;

    /** Part by which sums may differ without a word; sources add to late days and take back a little. */
    public const MAY_DIFFER = 0.1;

    /** Clicks, or orders, below which a difference is chance. */
    private const FEWEST = 20;

    /**
     * @param  int  $pages  that the file names and that are told on its days already
     * @param  int  $others  told on its days, which it does not name
     * @param  float  $told  clicks, or orders, of these pages in the file
     * @param  float  $there  and as they count so far
     * @param  bool  $empties  whether rows of its own sort of all other pages are put to rest
     */
    private function __construct(
        private FactTable $facts,
        private bool $tellsQueries,
        public int $pages,
        public int $others,
        public float $told,
        public float $there,
        private bool $isWhole,
        private bool $empties,
    ) {
    }

    /** Null where nothing of these pages and days is in yet, or where the file speaks of no pages and days. */
    public static function of(Store $store, string $path, FileLook $look): ?self
    {
        $grain = $look->sort->list() === null ? $look->sort->grain(array_values($look->columns)) : 0;
        if ($look->span === null || ($grain & Grain::DAY) === 0 || ($grain & Grain::PAGE) === 0) {
            return null;
        }
        [$urls, $days, $isWhole] = self::read($store, $path, $look);
        $facts = $look->sort->facts();
        $weeks = self::wholeWeeks($days);
        $there = self::there($store, $facts, $days, $weeks);
        $ids = self::idsOf($store, array_keys($urls));
        [$told, $beside, $named] = [0.0, 0.0, []];
        foreach ($urls as $url => $byWeek) {
            $id = $ids[PageUrl::digestOf((string) $url)] ?? 0;
            $sum = array_sum($weeks === [] ? $byWeek : array_intersect_key($byWeek, $weeks));
            if (isset($there[$id]) && ($weeks === [] || array_intersect_key($byWeek, $weeks) !== [])) {
                $named[$id] = true;
                $told += $sum;
                $beside += $there[$id];
            }
        }

        return $named === []
            ? null
            : new self(
                $facts,
                ($grain & Grain::QUERY) !== 0,
                count($named),
                count($there) - count($named),
                $told,
                $beside,
                $isWhole,
                ! $look->scope->isPages() &&
                    DB::table('fact_days')
                        ->where('store_id', $store->id)
                        ->where('facts', $facts->value)
                        ->where('grain', $grain)
                        ->where('days', 1)
                        ->where('state', 'owns')
                        ->whereBetween('day', [$look->span[0], $look->span[1]])
                        ->exists(),
            );
    }

    /** What is to be said of it before it counts; null where the sums fit and nothing is lost. */
    public function sentence(): ?string
    {
        $n = static fn (float $number): string => number_format($number);
        $said = [];
        if ($this->differs()) {
            $what = $this->facts === FactTable::Search ? 'clicks' : 'orders';
            $change = $this->told / max(1.0, $this->there) - 1;
            $percent = round(100 * abs($change)).'% '.($change < 0 ? 'fewer' : 'more');
            $said[] =
                ($this->isWhole ? '' : 'As far as was looked (the first '.$n(self::ROWS).' rows): ').
                "{$n($this->told)} $what in this file for {$n($this->pages)} ".
                ($this->pages === 1 ? 'page' : 'pages').
                " that have {$n($this->there)} on the same days so far, $percent (more than ".
                round(100 * self::MAY_DIFFER).
                '% is told).'.
                ($this->tellsQueries ? ' Queries cannot hold more than their page does.' : '');
        }
        $isLost = $this->empties && $this->isWhole && $this->others > $this->pages;
        if ($this->others > 0 && ($isLost || ($said !== [] && ! $this->empties))) {
            $said[] =
                "{$n($this->others)} other ".
                ($this->others === 1 ? 'page' : 'pages').
                ($isLost
                    ? ' that are told on these days are not in it and lose their rows of this sort, unless it speaks for the pages that it names alone.'
                    : ($this->others === 1
                        ? ' keeps what it has.'
                        : ' keep what they have.'));
        }

        return $said === [] ? null : implode(' ', $said);
    }

    private function differs(): bool
    {
        $change = $this->told / max(1.0, $this->there) - 1;

        // What searchers' privacy withholds is in no query row: fewer are as they should be, more cannot be.
        return max($this->told, $this->there) >= self::FEWEST &&
            ($this->tellsQueries ? $change > self::MAY_DIFFER : abs($change) > self::MAY_DIFFER);
    }

    /**
     * @return array{array<string, array<string, float>>, array<string, true>, bool} clicks or orders by URL and Monday,
     *     the days, and whether these are all rows
     */
    private static function read(Store $store, string $path, FileLook $look): array
    {
        $fields = array_filter(array_map(static fn (string $key): mixed => $look->sort->field($key), $look->columns));
        $reader = new RowReader($fields, $look->dialect, new \DateTimeZone($store->timezone));
        $addresses = new PageAddress($store);
        $key = $look->sort->facts() === FactTable::Search ? 'clicks' : 'orders';
        [$urls, $days, $read] = [[], [], 0];
        foreach (FileLook::fileOf($store, $path)->rows($look->dialect, $look->dialect->headerRow + 1) as $cells) {
            if (++$read > self::ROWS) {
                return [$urls, $days, false];
            }
            $values = $reader->read($cells);
            if (
                $values instanceof CellProblem ||
                ! is_string($values['day'] ?? null) ||
                ! is_string($values['page'] ?? null) ||
                (int) ($values['type'] ?? 0) !== 0
            ) {
                continue;
            }
            $url = $addresses->urlOf($values['page']);
            if ($url !== null) {
                $week = PageWeeks::weekOf($values['day']);
                $urls[$url][$week] = ($urls[$url][$week] ?? 0.0) + (float) ($values[$key] ?? 0);
                $days[$values['day']] = true;
            }
        }

        return [$urls, $days, true];
    }

    /**
     * Weeks of which the file tells every day: what counts for these is summed already, however many rows there are.
     *
     * @param  array<string, true>  $days
     * @return array<string, true> Mondays
     */
    private static function wholeWeeks(array $days): array
    {
        $told = array_count_values(
            array_map(
                static fn (string $day): string => PageWeeks::weekOf($day),
                array_map(strval(...), array_keys($days)),
            ),
        );

        return array_fill_keys(array_keys(array_filter($told, static fn (int $n): bool => $n === 7)), true);
    }

    /**
     * @param  array<string, true>  $days
     * @param  array<string, true>  $weeks  that are compared; none where the file tells no whole one
     * @return array<int, float> clicks or orders by page, as they count on these days
     */
    private static function there(Store $store, FactTable $facts, array $days, array $weeks): array
    {
        $sums = [];
        $column = $facts === FactTable::Search ? 'clicks' : 'orders';
        foreach (
            $weeks === []
                ? []
                : Rows::all(
                    "SELECT page_id, SUM($column) AS n, MAX(".
                        ($facts === FactTable::Search ? 'impressions' : 'orders').
                        ') AS most FROM page_weeks WHERE store_id = ? AND week IN ('.
                        PageWeeks::list(array_map(strval(...), array_keys($weeks))).
                        ') GROUP BY page_id HAVING most > 0',
                    [$store->id],
                ) as $row
        ) {
            $sums[$row->int('page_id')] = $row->number('n');
        }
        foreach (
            $days === [] || $weeks !== []
                ? []
                : GrainDays::of($store->id, $facts, [min(array_keys($days)), max(array_keys($days))]) as $part
        ) {
            $part = $part->on(static fn (string $day): bool => isset($days[$day]));
            foreach (
                $part === null
                    ? []
                    : Rows::all(
                        "SELECT r.page_id, SUM(r.$column) AS n FROM {$facts->rows()} r WHERE {$part->condition()}
                            GROUP BY r.page_id",
                    ) as $row
            ) {
                $sums[$row->int('page_id')] = ($sums[$row->int('page_id')] ?? 0.0) + $row->number('n');
            }
        }

        return $sums;
    }

    /**
     * @param  list<array-key>  $urls
     * @return array<string, int> page by digest of its URL
     */
    private static function idsOf(Store $store, array $urls): array
    {
        $ids = [];
        foreach (array_chunk($urls, 2000) as $some) {
            $digests = array_map(static fn (int|string $url): string => PageUrl::digestOf((string) $url), $some);
            foreach (
                Rows::of(
                    DB::table('pages')
                        ->where('store_id', $store->id)
                        ->whereIn('digest', $digests)
                        ->get(['id', 'digest']),
                ) as $row
            ) {
                $ids[$row->text('digest')] = $row->int('id');
            }
        }

        return $ids;
    }
}

<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use App\Changes\Live\LiveChanges;
use App\Facts\NumberWindow;
use App\Facts\PageWeeks;
use App\Facts\ToldBy;
use App\Facts\ToldWeeks;
use App\Inventory\Terms\SeenQueries;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Watch\Changed\Change;
use DateTimeImmutable;
use InvalidArgumentException;
use Orchard\Core\Outcome\Judge;
use Orchard\Core\Outcome\WatchedPage;

/** Judges one change: which of its pages count, the weeks, the pages left alone, and what came of it. */
final readonly class ChangeJudge
{
    /** Clicks in four weeks, on the average, below which pages are thin and are given eight. */
    private const THIN = 3.0;

    private string $newest;

    private ToldWeeks $told;

    private PageCounts $counts;

    private AlonePages $alone;

    public function __construct(
        private Store $store,
        NumberWindow $window,
        SeenQueries $queries,
        private Worth $worth,
        private GroupNames $names,
    ) {
        $this->newest = PageWeeks::weekOf($window->lastDay);
        $this->told = ToldWeeks::of($store, $window);
        $this->counts = new PageCounts($store);
        $this->alone = new AlonePages($store, $queries);
    }

    public function judge(Change $change): JudgedChange
    {
        $rows = ChangedPage::all($change->id);
        $liveOn = array_map(static fn (ChangedPage $row): string => $row->liveOn, $rows);
        $fetched = Fetched::of($this->store, $liveOn, $change->day);
        $markets = $this->markets($rows);
        $weeks = $this->weeks($change, $markets, $fetched, false);
        if ($markets === [] || $weeks->spans === []) {
            return JudgedChange::open(WhyOpen::NoNumbers, $fetched, $weeks, count($rows));
        }
        $counted = $this->counts->of(array_keys($rows), [$weeks->spans[0]]);
        $clicks = array_sum(array_map(static fn (array $of): int => $of[0]->clicks, $counted));
        if ($clicks < self::THIN * count($rows)) {
            $weeks = $this->weeks($change, $markets, $fetched, true);
        }
        $leftOut = $this->leftOut($change, $rows, $weeks, $markets);
        $changed = [];
        foreach ($rows as $page => $row) {
            $leftOut[$page] === LeftOut::Counts &&
                ($changed[$page] = ['market' => $row->marketId ?? 0, 'kind' => $row->kind]);
        }
        if ($changed === []) {
            return JudgedChange::open(WhyOpen::NoPages, $fetched, $weeks, count($rows), $leftOut);
        }
        if ($weeks->after === []) {
            return JudgedChange::open(WhyOpen::Days, $fetched, $weeks, count($rows), $leftOut);
        }
        [$alone, $sharing] = $this->alone->of($change, $changed, $weeks->spans[0], $this->span($weeks));
        $all = $changed + $alone + $sharing;
        // The last span of these is as long as what came afterwards, for rates before and after.
        $sums = $this->counts->of(array_keys($all), [...$weeks->spans, $weeks->after]);
        $before = $this->counts->of(array_keys($changed + $sharing), [$weeks->before()]);
        $collections = $this->collections(array_keys($all));
        $watched = static fn (array $pages): array => array_map(
            static fn (int $page): WatchedPage => self::watched($page, $all[$page], $sums[$page], $collections),
            array_keys($pages),
        );
        try {
            $judge = Judge::learn(self::usable($watched($alone)), $watched($changed));
        } catch (InvalidArgumentException) {
            return JudgedChange::open(WhyOpen::NoneAlone, $fetched, $weeks, count($rows), $leftOut);
        }
        foreach ($watched($changed) as $page) {
            $judge->forecast->knows($page) || ($leftOut[$page->id] = LeftOut::NoneAlone);
        }
        $counting = array_values(array_filter($watched($changed), $judge->forecast->knows(...)));
        if ($counting === []) {
            return JudgedChange::open(WhyOpen::NoneAlone, $fetched, $weeks, count($rows), $leftOut);
        }
        $names = $this->names->of($this->store, array_intersect_key($rows, $changed));
        $groups = new ResultGroups($judge, $this->worth, $sums, $before, $names);
        $results = $groups->of($counting, $watched($sharing));

        return new JudgedChange(
            $weeks->isComplete() ? WhyOpen::Nothing : WhyOpen::Days,
            $fetched,
            $weeks,
            count($rows),
            $leftOut,
            $results,
            $groups->pages($counting, $rows),
            (new WeekByWeek($this->counts, $this->newest))->of($weeks, $judge, $counting, $watched($alone)),
            count($alone),
            (new OrderSums(new MarketWeeks($this->told, $markets, $this->newest), $sums))->judge(
                $judge,
                $weeks,
                self::usable($watched($alone)),
                $counting,
            ),
        );
    }

    /**
     * @param  array<int, ChangedPage>  $rows
     * @return list<int> markets of its pages of which any week is told
     */
    private function markets(array $rows): array
    {
        $markets = [];
        foreach ($rows as $row) {
            $row->marketId === null || ($markets[$row->marketId] = true);
        }

        return array_values(
            array_filter(
                array_keys($markets),
                fn (int $market): bool => $this->told->count($market, ToldBy::Pages, 104) > 0,
            ),
        );
    }

    /** @param  list<int>  $markets */
    private function weeks(Change $change, array $markets, Fetched $fetched, bool $isThin): JudgedWeeks
    {
        return JudgedWeeks::of(
            new MarketWeeks($this->told, $markets, $this->newest),
            $change->firstDay,
            $fetched->day,
            $isThin,
        );
    }

    /** @return array{string, string} moments (UTC) between which nobody else may change a page */
    private function span(JudgedWeeks $weeks): array
    {
        $from = $weeks->spans[0][count($weeks->spans[0]) - 1];
        $last = $weeks->after === [] ? $this->newest : $weeks->after[count($weeks->after) - 1];

        return [$from.' 00:00:00', (new DateTimeImmutable($last))->modify('+6 days')->format('Y-m-d').' 23:59:59'];
    }

    /**
     * @param  array<int, ChangedPage>  $rows
     * @param  list<int>  $markets
     * @return array<int, LeftOut> by page
     */
    private function leftOut(Change $change, array $rows, JudgedWeeks $weeks, array $markets): array
    {
        [$from, $to] = $this->span($weeks);
        // Whatever changed a marked page on its own day belongs to the mark.
        $since =
            $change->release() === null
                ? (new DateTimeImmutable($change->day))->modify('+1 day')->format('Y-m-d').' 00:00:00'
                : $from;
        $again = array_fill_keys(LiveChanges::touched($this->store, $since, $to, $change->release()), true);
        // What two changes share cannot be told apart.
        $again += array_fill_keys(AlonePages::marked($this->store, $change, $from, $to), true);
        $inCampaigns = array_fill_keys(AlonePages::inSpells($this->store, $from, $to), true);
        $isTold = array_fill_keys($markets, true);

        return array_map(
            static fn (ChangedPage $row): LeftOut => match (true) {
                $row->isGone() => LeftOut::Gone,
                $row->isUndoneBy(substr($to, 0, 10)) => LeftOut::TakenBack,
                isset($again[$row->pageId]) => LeftOut::ChangedAgain,
                isset($inCampaigns[$row->pageId]) => LeftOut::Campaign,
                ! isset($isTold[$row->marketId ?? 0]) => LeftOut::NoNumbers,
                default => LeftOut::Counts,
            },
            $rows,
        );
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, int> the first of its collections by page
     */
    private function collections(array $pages): array
    {
        $collections = [];
        foreach (array_chunk($pages, 2000) as $some) {
            foreach (
                Rows::all(
                    'SELECT page_id, MIN(collection_id) AS collection FROM collection_pages WHERE store_id = ?
                        AND page_id IN ('.
                        Bulk::list($some).
                        ') GROUP BY page_id',
                    [$this->store->id],
                ) as $row
            ) {
                $collections[$row->int('page_id')] = $row->int('collection');
            }
        }

        return $collections;
    }

    /**
     * @param  array{market: int, kind: int}  $of
     * @param  list<PageSums>  $sums  by span, and afterwards
     * @param  array<int, int>  $collections
     */
    private static function watched(int $page, array $of, array $sums, array $collections): WatchedPage
    {
        $past = array_slice($sums, 0, -1);

        return new WatchedPage(
            $page,
            $of['market'] * 16 + $of['kind'],
            $collections[$page] ?? 0,
            array_map(static fn (PageSums $one): float => (float) $one->clicks, $past),
            array_map(static fn (PageSums $one): float => (float) $one->impressions, $past),
            array_map(static fn (PageSums $one): float => $one->position(), $past),
            (float) $sums[count($sums) - 1]->clicks,
        );
    }

    /**
     * @param  list<WatchedPage>  $alone
     * @return list<WatchedPage> without strata in which too few were left alone, or nothing was counted
     */
    private static function usable(array $alone): array
    {
        $counts = $after = $past = [];
        foreach ($alone as $page) {
            $counts[$page->stratum] = ($counts[$page->stratum] ?? 0) + 1;
            $after[$page->stratum] = ($after[$page->stratum] ?? 0.0) + $page->after;
            foreach ($page->past as $span => $clicks) {
                $past[$page->stratum][$span] = ($past[$page->stratum][$span] ?? 0.0) + $clicks;
            }
        }

        return array_values(
            array_filter(
                $alone,
                static fn (WatchedPage $page): bool => $counts[$page->stratum] >= 5 &&
                    $after[$page->stratum] > 0 &&
                    min($past[$page->stratum]) > 0,
            ),
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Facts\ToldBy;
use App\Facts\ToldWeeks;
use Closure;
use Generator;

/** What the facts of a portion of pages add up to. */
final class SummedPages
{
    /** Weeks whose places are counted. */
    private const PLACED = 13;

    /**
     * @var array<int, array<int, array<int, array{int, int, int, float}>>> clicks, impressions, position sum and
     *     squares by page, query x 4 + device, span
     */
    private array $pairs = [];

    /**
     * @var array<int, array<int, array<string, array{int, int, int}>>> clicks, impressions, position sum by page, query
     *     x 4 + device, week
     */
    private array $weeks = [];

    /** @var array<int, array<int, array<int, array{int, int, int, float}>>> by page, device, span */
    private array $devices = [];

    /**
     * @var array<int, array<string, array{int, int, int, int, float, float, float}>> clicks, impressions, position sum,
     *     orders, revenue, returned, margin by page, week
     */
    private array $own = [];

    /** @var array<string, int> cell of each week that was added */
    private array $spans = [];

    /** @var array<int, SeasonWeeks> by market */
    private array $seasonWeeks = [];

    /**
     * @var array<int, array{int, int, int, int, int, float, float, float}> by page, of days that both sides tell in
     *     weeks of which they do not tell the same: clicks, impressions, position sum beside queries; clicks beside
     *     sales; orders, revenue, returned, margin
     */
    private array $mixed = [];

    /**
     * @param  array<int, array{int, int}>  $pages  kind and market by page
     * @param  bool  $tellsDevices  whether what queries tell by device is all that is told by device
     * @param  array<string, int>  $weeksBack  of each week, by its Monday
     */
    public function __construct(
        public readonly int $after,
        public readonly int $last,
        public readonly array $pages,
        private readonly bool $tellsDevices,
        private readonly ToldWeeks $told,
        private readonly array $weeksBack,
    ) {
    }

    /** @param  int  $key  query x 4 + device */
    public function addQuery(int $page, int $key, WeekCell $cell, SearchSum $sum): void
    {
        $known = $this->pairs[$page][$key][$cell->span] ?? [0, 0, 0, 0.0];
        $this->pairs[$page][$key][$cell->span] = self::added($known, $sum);
        $known = $this->weeks[$page][$key][$cell->week] ?? [0, 0, 0];
        $this->weeks[$page][$key][$cell->week] = [
            $known[0] + $sum->clicks,
            $known[1] + $sum->impressions,
            $known[2] + $sum->positions,
        ];
        $this->spans[$cell->week] = $cell->span;
    }

    public function addDevice(int $page, int $device, int $span, SearchSum $sum): void
    {
        $known = $this->devices[$page][$device][$span] ?? [0, 0, 0, 0.0];
        $this->devices[$page][$device][$span] = self::added($known, $sum);
    }

    /**
     * @param  array{int, int, int, float}  $known
     * @return array{int, int, int, float}
     */
    private static function added(array $known, SearchSum $sum): array
    {
        return [
            $known[0] + $sum->clicks,
            $known[1] + $sum->impressions,
            $known[2] + $sum->positions,
            $known[3] + $sum->square(),
        ];
    }

    public function addPage(int $page, WeekCell $cell, SearchSum $seen, WeekSales $sold): void
    {
        $this->own[$page][$cell->week] = [
            $seen->clicks,
            $seen->impressions,
            $seen->positions,
            $sold->orders,
            $sold->revenue,
            $sold->returned,
            $sold->margin,
        ];
        $this->spans[$cell->week] = $cell->span;
    }

    /** @param  array{int, int, int, int, int, float, float, float}  $sums  as they stand in $mixed */
    public function addMixed(int $page, array $sums): void
    {
        $known = $this->mixed[$page] ?? [0, 0, 0, 0, 0, 0.0, 0.0, 0.0];
        $this->mixed[$page] = [
            $known[0] + $sums[0],
            $known[1] + $sums[1],
            $known[2] + $sums[2],
            $known[3] + $sums[3],
            $known[4] + $sums[4],
            $known[5] + $sums[5],
            $known[6] + $sums[6],
            $known[7] + $sums[7],
        ];
    }

    /**
     * What pages earned in the window on days that both sides tell: their figures beside their queries, their clicks
     * beside their orders. Where no query is told, the figures stand alone.
     *
     * @return Generator<list<int|float>> rows of weigh_evidence
     */
    public function evidence(int $store, int $weeks): Generator
    {
        foreach ($this->pages as $page => [, $market]) {
            $hasQueries = $this->told->count($market, ToldBy::Queries, $weeks) > 0;
            $sums = $this->mixed[$page] ?? [0, 0, 0, 0, 0, 0.0, 0.0, 0.0];
            [$squares, $orderWeeks] = [0.0, 0];
            foreach ($this->own[$page] ?? [] as $week => $one) {
                $back = $this->weeksBack[$week];
                if ($back >= $weeks) {
                    continue;
                }
                if (! $hasQueries || $this->told->both($market, ToldBy::Pages, ToldBy::Queries, $back) === true) {
                    [$sums[0], $sums[1], $sums[2]] = [$sums[0] + $one[0], $sums[1] + $one[1], $sums[2] + $one[2]];
                }
                if ($this->told->both($market, ToldBy::Pages, ToldBy::Sales, $back) === true) {
                    [$sums[3], $sums[4], $sums[5], $sums[6], $sums[7]] = [
                        $sums[3] + $one[0],
                        $sums[4] + $one[3],
                        $sums[5] + $one[4],
                        $sums[6] + $one[5],
                        $sums[7] + $one[6],
                    ];
                    $squares += $one[3] > 0 ? $one[4] ** 2 / $one[3] : 0.0;
                    $orderWeeks += $one[3] > 0 ? 1 : 0;
                }
            }
            if ($sums[1] > 0 || $sums[3] > 0 || $sums[4] > 0) {
                yield [$store, $page, ...$sums, $squares, $orderWeeks];
            }
        }
    }

    /** @return Generator<string> lines of weigh_pairs, in the order of its key */
    public function pairs(int $store): Generator
    {
        ksort($this->pairs);
        foreach ($this->pairs as $page => $keys) {
            ksort($keys);
            $lines = '';
            foreach ($keys as $key => $spans) {
                ksort($spans);
                $begin = "$store\t$page\t".($key >> 2)."\t".($key & 3)."\t";
                foreach ($spans as $span => [$clicks, $impressions, $positions, $square]) {
                    $lines .= "$begin$span\t$clicks\t$impressions\t$positions\t$square\n";
                }
            }
            yield $lines;
        }
    }

    /**
     * @param  Closure(int): int  $classOf  class of a query
     * @return array<int, PageTally> by page
     */
    public function tallies(Closure $classOf): array
    {
        $tallies = [];
        foreach ($this->pairs as $page => $keys) {
            $tally = $tallies[$page] = new PageTally();
            foreach ($keys as $key => $spans) {
                $class = $classOf($key >> 2);
                foreach ($spans as $span => $sum) {
                    $tally->add($class, $key & 3, $span, [...$sum, 0, 0.0]);
                    $this->tellsDevices && $tally->add(Lens::TOTAL_BY_DEVICE, $key & 3, $span, [...$sum, 0, 0.0]);
                }
            }
        }
        foreach ($this->devices as $page => $devices) {
            $tally = $tallies[$page] ??= new PageTally();
            foreach ($devices as $device => $spans) {
                foreach ($spans as $span => $sum) {
                    $tally->add(Lens::TOTAL_BY_DEVICE, $device, $span, [...$sum, 0, 0.0]);
                }
            }
        }
        foreach ($this->own as $page => $weeks) {
            $tally = $tallies[$page] ??= new PageTally();
            foreach ($weeks as $week => [$clicks, $impressions, $positions, $orders, $revenue]) {
                $sum = [$clicks, $impressions, $positions, 0.0, $orders, $revenue];
                $tally->add(Lens::TOTAL, Lens::ALL, $this->spans[$week], $sum);
            }
        }
        ksort($tallies);

        return $tallies;
    }

    /**
     * @param  Closure(int): int  $classOf
     * @return Generator<list<int|float|string>> rows of weigh_weeks; none of a period
     */
    public function weeks(int $store, int $part, Closure $classOf, bool $isByWeek): Generator
    {
        if (! $isByWeek) {
            return;
        }
        $sums = [];
        foreach ($this->weeks as $page => $keys) {
            [$kind, $market] = $this->pages[$page];
            foreach ($keys as $key => $weeks) {
                $of = "$market\t$kind\t".($key & 3)."\t".$classOf($key >> 2);
                foreach ($weeks as $week => [$clicks, $impressions, $positions]) {
                    $known = $sums[$week][$of] ?? [0, 0, 0, 0, 0.0];
                    $sums[$week][$of] = [$known[0] + $clicks, $known[1] + $impressions, $known[2] + $positions, 0, 0.0];
                }
            }
        }
        foreach ($this->own as $page => $weeks) {
            [$kind, $market] = $this->pages[$page];
            $of = "$market\t$kind\t".Lens::ALL."\t".Lens::ALL;
            foreach ($weeks as $week => $one) {
                $known = $sums[$week][$of] ?? [0, 0, 0, 0, 0.0];
                $sums[$week][$of] = [
                    $known[0] + $one[0],
                    $known[1] + $one[1],
                    $known[2] + $one[2],
                    $known[3] + $one[3],
                    $known[4] + $one[4],
                ];
            }
        }
        foreach ($sums as $week => $ofs) {
            foreach ($ofs as $of => $numbers) {
                yield [$store, $part, (string) $week, ...array_map(intval(...), explode("\t", $of)), ...$numbers];
            }
        }
    }

    /** @return Generator<list<int|string>> rows of weigh_places: how many pairs stood at each place in each week */
    public function places(int $store, int $part, int $most): Generator
    {
        $counts = [];
        foreach ($this->weeks as $page => $keys) {
            [$kind, $market] = $this->pages[$page];
            foreach ($keys as $weeks) {
                foreach ($weeks as $week => [$clicks, $impressions, $positions]) {
                    if ($positions > 0 && $this->weeksBack[$week] < self::PLACED) {
                        $place = min($most, max(1, (int) round($positions / $impressions / 1000)));
                        $known = $counts[$week][$market][$kind][$place] ?? [0, 0, 0];
                        $counts[$week][$market][$kind][$place] = [
                            $known[0] + 1,
                            $known[1] + $clicks,
                            $known[2] + $impressions,
                        ];
                    }
                }
            }
        }
        foreach ($counts as $week => $markets) {
            foreach ($markets as $market => $kinds) {
                foreach ($kinds as $kind => $places) {
                    foreach ($places as $place => $numbers) {
                        yield [$store, $part, (string) $week, $market, $kind, $place, ...$numbers];
                    }
                }
            }
        }
    }

    /**
     * Rows of weigh_seasons: impressions in the window's weeks a year earlier, and in those that followed, as if all of
     * their days were told. A window of which half is told counts half; one of which less is told, and weeks that a
     * break parts, tell nothing of the season.
     *
     * @return Generator<list<int|float>>
     */
    public function seasons(int $store): Generator
    {
        foreach ($this->pages as $page => [, $market]) {
            $weeks = $this->seasonWeeks[$market] ??= SeasonWeeks::of($this->told, $market);
            $seen = [];
            foreach ($this->own[$page] ?? [] as $week => $one) {
                $seen[$this->weeksBack[$week]] = $one[1];
            }
            if ($seen !== []) {
                yield [$store, $page, ...$weeks->sums($seen)];
            }
        }
    }
}

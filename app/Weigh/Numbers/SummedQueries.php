<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Facts\NumberWindow;
use App\Facts\ToldBy;
use App\Facts\ToldWeeks;
use Generator;

/** What the pairs of a portion of queries add up to; they come query by query, page by page. */
final class SummedQueries
{
    /**
     * Impressions from which a page counts as one that stands for a query, the part of the query's own, and how deep
     * it may stand.
     */
    private const STANDS = 10;

    private const STANDS_PART = 0.1;

    private const STANDS_TO = 20.0;

    /**
     * @var array<int, array<int, array<int, array{int, int, int, float}>>> clicks, impressions, position sum, squares
     *     by query, market, span
     */
    private array $sums = [];

    /**
     * @var array<int, array<int, array<int, array<int, true>>>> cells in which each page was seen, by query, market,
     *     page
     */
    private array $pages = [];

    /**
     * @var array<int, array<int, array<int, array{int, int}>>> impressions and position sum of the window by query,
     *     market, page
     */
    private array $now = [];

    /** @var array<int, true> cells of the window in which a query's best page is found */
    private readonly array $nowCells;

    public function __construct(
        public readonly int $after,
        public readonly int $last,
        private readonly NumberWindow $window,
        private readonly ToldWeeks $told,
    ) {
        $this->nowCells = array_fill_keys($told->now(NumberWindow::WEEKS), true);
    }

    /**
     * @param  array{int, int, int, int, int, int, int, float}  $pair  query, page, market, span, clicks, impressions,
     *     position sum, squares
     */
    public function add(array $pair): void
    {
        [$query, $page, $market, $span, $clicks, $impressions, $positions, $square] = $pair;
        $known = $this->sums[$query][$market][$span] ?? [0, 0, 0, 0.0];
        $this->sums[$query][$market][$span] = [
            $known[0] + $clicks,
            $known[1] + $impressions,
            $known[2] + $positions,
            $known[3] + $square,
        ];
        $this->pages[$query][$market][$page][$span] = true;
        if (isset($this->nowCells[$span]) && $positions > 0) {
            $known = $this->now[$query][$market][$page] ?? [0, 0];
            $this->now[$query][$market][$page] = [$known[0] + $impressions, $known[1] + $positions];
        }
    }

    /**
     * Of each query and market the best placed page (of those seen ten times or more the one with the best position),
     * and how many pages stand for it: pages of another market are found by other people.
     *
     * @param  array<int, array{int, ?string}>  $known  class and difficulty of queries that have either
     * @return Generator<list<int|string|null>> rows of weigh_query_markets
     */
    public function best(int $store, array $known): Generator
    {
        foreach ($this->now as $query => $markets) {
            foreach ($markets as $market => $pages) {
                $all = array_sum(array_column($pages, 0));
                $best = [0, false, INF];
                $stand = 0;
                ksort($pages);
                foreach ($pages as $page => [$impressions, $positions]) {
                    $position = $positions / $impressions;
                    $isSeen = $impressions >= self::STANDS;
                    if ([$isSeen ? 0 : 1, $position] < [$best[1] ? 0 : 1, $best[2]]) {
                        $best = [$page, $isSeen, $position];
                    }
                    $stand +=
                        $isSeen && $impressions >= self::STANDS_PART * $all && $position <= 1000 * self::STANDS_TO
                            ? 1
                            : 0;
                }
                yield [
                    $store,
                    $market,
                    $query,
                    $best[0],
                    min(255, $stand),
                    $all,
                    $known[$query][0] ?? 0,
                    $known[$query][1] ?? null,
                ];
            }
        }
    }

    /**
     * @param  array<int, array{int, ?string}>  $known  class and difficulty of queries that have either
     * @return Generator<list<int>> rows of weigh_query_sums; windows in which nothing was seen, then or now, are left
     *     out
     */
    public function sums(int $store, array $known): Generator
    {
        foreach (SumColumns::windows($this->window) as $weeks) {
            $now = array_fill_keys($this->told->now($weeks), true);
            $cells = [];
            foreach ($this->sums as $query => $markets) {
                foreach ($markets as $market => $bySpan) {
                    $numbers = [];
                    $seen = 0;
                    $spread = 0;
                    foreach (
                        $cells[$market] ??= SumColumns::cells($this->told, $market, ToldBy::Queries, $weeks) as $nth => $part
                    ) {
                        $sum = [0, 0, 0, 0.0];
                        foreach ($part as $span) {
                            $one = $bySpan[$span] ?? [0, 0, 0, 0.0];
                            $sum = [$sum[0] + $one[0], $sum[1] + $one[1], $sum[2] + $one[2], $sum[3] + $one[3]];
                        }
                        array_push($numbers, $sum[0], $sum[1], $sum[2]);
                        $seen += $sum[1];
                        $spread =
                            $nth === 0 && $sum[1] > 0 && $sum[3] > 0
                                ? (int) round(
                                    1000 * sqrt(max(0.0, $sum[3] / $sum[1] - ($sum[2] / $sum[1] / 1000) ** 2)),
                                )
                                : $spread;
                    }
                    if ($seen > 0) {
                        $pages = count(
                            array_filter(
                                $this->pages[$query][$market],
                                static fn (array $seenIn): bool => array_intersect_key($seenIn, $now) !== [],
                            ),
                        );
                        yield [
                            $store,
                            $weeks,
                            $market,
                            $query,
                            $known[$query][0] ?? 0,
                            min(65535, $pages),
                            $spread,
                            ...$numbers,
                        ];
                    }
                }
            }
        }
    }
}

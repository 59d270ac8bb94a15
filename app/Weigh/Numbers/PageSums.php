<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Facts\FactTable;
use App\Facts\Grain;
use App\Facts\GrainDays;
use App\Facts\NumberWindow;
use App\Facts\PageWeeks;
use App\Facts\ToldBy;
use App\Facts\ToldWeeks;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use DateTimeImmutable;
use Generator;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Demand\Span;

/**
 * Sums the facts of a portion of pages once, in every form that is looked at: by page, query, device and span of weeks;
 * by page, window, device and class beside what it is compared with; by week; by place in the results. Nothing that is
 * looked at touches the facts then.
 *
 * Grains are kept apart: a page as a whole comes from the coarsest grain that names it, by device from the coarsest
 * that tells its devices, queries from the coarsest that tells its queries; what is withheld is the difference. The
 * rows stream by once and are added up here, then loaded: on 10,000,000 rows grouping them in the database took eight
 * times as long.
 */
final class PageSums
{
    private const PAGES = 500;

    /** Places in the results that are told apart; all beyond are one. */
    private const PLACES = 21;

    private readonly string $lastMonday;

    private readonly string $firstDay;

    /** @var array<string, array{int, string}> cell and Monday of each day */
    private array $days = [];

    /** @var array<string, int> weeks back of each Monday */
    private array $weeksBack = [];

    private readonly ToldWeeks $told;

    /** Classes of the store's queries, a byte each, and the id of the first. */
    private ?string $classes = null;

    private int $firstQuery = 0;

    public function __construct(private readonly Store $store, private readonly NumberWindow $window)
    {
        $this->told = Told::of($store, $window);
        $this->lastMonday = PageWeeks::weekOf($window->lastDay);
        $this->firstDay = $window->isPeriod
            ? $window->firstDay
            : (new DateTimeImmutable($this->lastMonday))
                ->modify('-'. 7 * (Span::WEEKS - 1).' days')
                ->format('Y-m-d');
        if ($window->isPeriod) {
            $this->days[$window->firstDay] = [0, $window->firstDay];
            $this->weeksBack[$window->firstDay] = 0;
        } else {
            for (
                $day = new DateTimeImmutable($this->firstDay);
                $day->format('Y-m-d') <= $window->lastDay;
                $day = $day->modify('+1 day')
            ) {
                $monday = PageWeeks::weekOf($day->format('Y-m-d'));
                $this->weeksBack[$monday] ??= intdiv(
                    (int) (new DateTimeImmutable($monday))->diff(new DateTimeImmutable($this->lastMonday))->days,
                    7,
                );
                $this->days[$day->format('Y-m-d')] = [$this->told->cell($this->weeksBack[$monday]), $monday];
            }
        }
    }

    /** Reads and adds up the next pages; outside of any transaction. Null where none is left. */
    public function read(int $after): ?SummedPages
    {
        $pages = [];
        foreach (
            Rows::all(
                'SELECT page_id, kind, market_id FROM page_index WHERE store_id = ? AND page_id > ? ORDER BY page_id
                    LIMIT '.self::PAGES,
                [$this->store->id, $after],
            ) as $row
        ) {
            $pages[$row->int('page_id')] = [$row->int('kind'), $row->int('market_id')];
        }
        if ($pages === []) {
            return null;
        }
        $this->classes ??= $this->readClasses();
        $last = (int) array_key_last($pages);
        $queryGrains = $this->grains(Grain::PAGE | Grain::QUERY);
        $deviceGrains = $this->grains(Grain::PAGE | Grain::DEVICE);
        // Where queries and devices come from one grain, the rows are read once for both.
        $tellsDevices = $queryGrains == $deviceGrains;
        $summed = new SummedPages($after, $last, $pages, $tellsDevices, $this->told, $this->weeksBack);
        foreach ($queryGrains as $part) {
            foreach (
                $this->rows(
                    'r.query_id',
                    "r.page_id > $after AND r.page_id <= $last AND {$part->condition()} AND r.query_id > 0",
                ) as [$page, $day, $query, $device, $clicks, $impressions, $positions]
            ) {
                if ($impressions > 0 && isset($pages[$page])) {
                    [$span, $week] = $this->days[$day];
                    $summed->addQuery(
                        $page,
                        $query * 4 + $device,
                        new WeekCell($span, $week),
                        new SearchSum($clicks, $impressions, $positions),
                    );
                }
            }
        }
        if (! $tellsDevices) {
            foreach ($deviceGrains as $part) {
                foreach (
                    $this->rows('0', "r.page_id > $after AND r.page_id <= $last AND {$part->condition()}") as [$page, $day, , $device, $clicks, $impressions, $positions]
                ) {
                    isset($pages[$page]) &&
                        $summed->addDevice(
                            $page,
                            $device,
                            $this->days[$day][0],
                            new SearchSum($clicks, $impressions, $positions),
                        );
                }
            }
        }
        $own = $this->window->isPeriod
            ? Rows::all(
                'SELECT page_id, ? AS week, clicks, impressions, position_milli * impressions AS position_sum,
                    orders,
                    revenue, returned, margin FROM page_index WHERE store_id = ? AND page_id > ? AND page_id <= ?
                    AND (impressions > 0 OR orders > 0)',
                [$this->window->firstDay, $this->store->id, $after, $last],
            )
            : Rows::all(
                'SELECT page_id, week, clicks, impressions, position_sum, orders, revenue, returned, margin
                    FROM page_weeks WHERE store_id = ? AND page_id > ? AND page_id <= ? AND week BETWEEN ? AND ?',
                [$this->store->id, $after, $last, $this->firstDay, $this->lastMonday],
            );
        foreach ($own as $row) {
            isset($pages[$row->int('page_id')]) &&
                $summed->addPage(
                    $row->int('page_id'),
                    new WeekCell($this->days[$row->text('week')][0], $row->text('week')),
                    new SearchSum($row->int('clicks'), $row->int('impressions'), $row->int('position_sum')),
                    new WeekSales(
                        $row->int('orders'),
                        $row->number('revenue'),
                        $row->number('returned'),
                        $row->number('margin'),
                    ),
                );
        }
        $this->window->isPeriod || $this->readMixed($summed);

        return $summed;
    }

    /** Reads the days that both sides tell in weeks of the window of which they do not tell the same days. */
    private function readMixed(SummedPages $summed): void
    {
        foreach (
            [
                [ToldBy::Queries, FactTable::Search],
                [ToldBy::Sales, FactTable::Search],
                [ToldBy::Sales, FactTable::Sales],
            ] as [$other, $facts]
        ) {
            $days = [];
            foreach (array_unique(array_column($summed->pages, 1)) as $market) {
                for ($week = 0; $week < NumberWindow::WEEKS; $week++) {
                    $both = $this->told->both($market, ToldBy::Pages, $other, $week);
                    $days[$market] = array_merge($days[$market] ?? [], is_array($both) ? $both : []);
                }
            }
            $all = array_fill_keys(array_merge(...array_values($days)), true);
            $sums = match (true) {
                $other === ToldBy::Queries => 'r.clicks, r.impressions, r.position_sum, 0, 0, 0, 0, 0',
                $facts === FactTable::Search => '0, 0, 0, r.clicks, 0, 0, 0, 0',
                default => '0, 0, 0, 0, r.orders, r.revenue, r.returned, r.margin',
            };
            foreach (
                $all === []
                    ? []
                    : GrainDays::of($this->store->id, $facts, [min(array_keys($all)), max(array_keys($all))]) as $part
            ) {
                $part = $part->on(static fn (string $day): bool => isset($all[$day]));
                foreach (
                    $part === null
                        ? []
                        : Stream::rows(
                            "SELECT r.page_id, r.day, $sums FROM {$facts->rows()} r WHERE r.page_id > $summed->after
                                AND r.page_id <= $summed->last AND {$part->condition()}",
                        ) as $row
                ) {
                    /** @var array{int, string, int, int, int, int, int, string, string, string} $row */
                    [$page, $day] = $row;
                    if (isset($summed->pages[$page]) && in_array($day, $days[$summed->pages[$page][1]], true)) {
                        $summed->addMixed($page, [
                            $row[2],
                            $row[3],
                            $row[4],
                            $row[5],
                            $row[6],
                            (float) $row[7],
                            (float) $row[8],
                            (float) $row[9],
                        ]);
                    }
                }
            }
        }
    }

    /** Puts what was read in place of what was there; called inside a transaction. */
    public function write(SummedPages $summed): void
    {
        $id = $this->store->id;
        $tables = new SumTables($this->store, $this->window);
        $tables->forget($summed);
        $classOf = fn (int $query): int => ord($this->classes[$query - $this->firstQuery] ?? "\0");
        $tables->load(
            'weigh_pairs (store_id, page_id, query_id, device, span, clicks, impressions, position_sum, square)',
            $summed->pairs($id),
        );
        $tallies = $summed->tallies($classOf);
        $columns = implode(
            ', ',
            array_merge(
                ...array_map(
                    static fn (string $end): array => [
                        "clicks$end",
                        "impressions$end",
                        "position_sum$end",
                        "orders$end",
                        "revenue$end",
                    ],
                    SumColumns::ENDS,
                ),
            ),
        );
        $tables->load(
            "weigh_sums (store_id, weeks, device, class, page_id, kind, market_id, spread_milli, $columns)",
            $this->sums($summed, $tallies),
        );
        $part = $summed->after + 1;
        Bulk::write(
            'weigh_weeks',
            [
                'store_id', 'part', 'week', 'market_id', 'kind', 'device', 'class', 'clicks', 'impressions',
                'position_sum', 'orders', 'revenue',
            ],
            $summed->weeks($id, $part, $classOf, ! $this->window->isPeriod),
        );
        Bulk::write(
            'weigh_places',
            ['store_id', 'part', 'week', 'market_id', 'kind', 'place', 'pairs', 'clicks', 'impressions'],
            $summed->places($id, $part, self::PLACES),
        );
        $this->window->isPeriod ||
            Bulk::write(
                'weigh_seasons',
                ['store_id', 'page_id', 'base', 'ahead_4', 'ahead_13', 'ahead_26'],
                $summed->seasons($id),
            );
        Bulk::write(
            'weigh_evidence',
            [
                'store_id', 'page_id', 'clicks', 'impressions', 'position_sum', 'sold_clicks', 'orders', 'revenue',
                'returned', 'margin', 'squares', 'order_weeks',
            ],
            $summed->evidence($id, $this->window->isPeriod ? 1 : NumberWindow::WEEKS),
        );
    }

    /** All pages are read: what was written in parts is added up; called inside a transaction. */
    public function finish(): void
    {
        (new SumTables($this->store, $this->window))->finish();
    }

    /**
     * @param  array<int, PageTally>  $tallies
     * @return Generator<string> lines of weigh_sums, in the order of its key
     */
    private function sums(SummedPages $summed, array $tallies): Generator
    {
        foreach (SumColumns::windows($this->window) as $weeks) {
            $lines = $cells = [];
            foreach ($tallies as $page => $tally) {
                [$kind, $market] = $summed->pages[$page];
                foreach (
                    $tally->lenses($cells[$market] ??= SumColumns::all($this->told, $market, $weeks)) as [$device, $class, $spread, $numbers]
                ) {
                    $lines[$device][$class][] =
                        "{$this->store->id}\t$weeks\t$device\t$class\t$page\t$kind\t$market\t$spread\t".
                        implode("\t", $numbers).
                        "\n";
                }
            }
            ksort($lines);
            foreach ($lines as $byClass) {
                ksort($byClass);
                foreach ($byClass as $some) {
                    yield implode('', $some);
                }
            }
        }
    }

    /**
     * @return Generator<array{int, string, int, int, int, int, int}> rows of the facts as they come, without holding
     *     them: page, day, query, device, clicks, impressions, position sum
     */
    private function rows(string $query, string $where): Generator
    {
        foreach (
            Stream::rows(
                "SELECT r.page_id, r.day, $query, r.device, r.clicks, r.impressions, r.position_sum
                    FROM search_rows r
                    WHERE $where",
            ) as $row
        ) {
            /** @var array{int, string, int, int, int, int, int} $row */
            yield $row;
        }
    }

    private function readClasses(): string
    {
        $this->firstQuery = Typed::int(
            DB::table('weigh_queries')->where('store_id', $this->store->id)->min('query_id'),
        );
        $classes = str_repeat(
            "\0",
            Typed::int(DB::table('weigh_queries')->where('store_id', $this->store->id)->max('query_id')) -
                $this->firstQuery +
                1,
        );
        foreach (
            Rows::all('SELECT query_id, class FROM weigh_queries WHERE store_id = ? AND class > 0', [$this->store->id]) as $row
        ) {
            $classes[$row->int('query_id') - $this->firstQuery] = chr($row->int('class'));
        }

        return $classes;
    }

    /** @return list<GrainDays> rows that count where this is asked, by grain and days */
    private function grains(int $asked): array
    {
        return $this->window->isPeriod
            ? GrainDays::ofPeriod($this->store->id, FactTable::Search, $this->window, $asked)
            : GrainDays::of($this->store->id, FactTable::Search, [$this->firstDay, $this->window->lastDay], $asked);
    }
}

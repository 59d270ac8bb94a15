<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use App\Facts\NumberWindow;
use App\Inventory\Figures;
use App\Inventory\Terms\SeenQueries;
use App\Platform\Database\Bulk;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use App\Watch\Changed\Change;
use App\Watch\Changed\ChangeBook;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Outcome\Verdict;

/** Takes down what was changed, and judges each change whose numbers have changed since it was judged. */
final readonly class JudgeWork implements LongWork
{
    /** Raised when judging itself changes, so that all is judged anew. */
    private const VERSION = 1;

    public function __construct(private ChangeBook $book, private SeenQueries $queries, private Figures $figures)
    {
    }

    public static function sort(): string
    {
        return 'watch.judge';
    }

    public static function title(): string
    {
        return 'judging results';
    }

    public static function queue(): string
    {
        return 'bulk';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->findOrFail($run->storeId);
        $after = is_int($run->progress()['judged_to'] ?? null) ? $run->progress()['judged_to'] : null;
        if ($after === null) {
            $run->fenced(fn () => $this->book->sync($store));
            $after = 0;
        }
        $window = NumberWindow::of($store);
        if ($window === null || $window->isPeriod) {
            return SliceEnd::done();
        }
        $stamp = self::stamp($store, $window);
        $judge = new ChangeJudge($store, $window, $this->queries, new Worth($this->figures, $store));
        $judged = $run->progress()['judged'] ?? 0;
        while (true) {
            $row = DB::selectOne(
                'SELECT * FROM watch_changes WHERE store_id = ? AND id > ? AND NOT (judged_of <=> ?) ORDER BY id LIMIT 1',
                [$store->id, $after, $stamp],
            );
            if ($row === null) {
                return SliceEnd::done();
            }
            if ($run->stopAsked()) {
                return SliceEnd::stopped();
            }
            $change = Change::fromRow($row);
            $found = $judge->judge($change);
            $run->fenced(static fn () => self::write($store, $change, $found, $stamp));
            $after = $change->id;
            $judged = (is_int($judged) ? $judged : 0) + 1;
            $run->beat(['judged_to' => $after, 'judged' => $judged], force: true);
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
    }

    /** What a verdict depends on, beside the change itself. */
    private static function stamp(Store $store, NumberWindow $window): string
    {
        $told = DB::selectOne(
            "SELECT COUNT(*) AS n, MAX(import_id) AS newest, SUM(row_count) AS sum FROM fact_days WHERE store_id = ?
                AND state = 'owns'",
            [$store->id],
        );
        $changed = DB::table('history')->where('store_id', $store->id)->whereNotNull('release_id')->max('id');
        $marked = DB::table('watch_changes')->where('store_id', $store->id)->max('id');
        $weighed = DB::table('collection_pages')->where('store_id', $store->id)->count();

        return md5(
            implode(' ', [
                self::VERSION,
                $window->lastDay,
                $told->n,
                $told->newest,
                $told->sum,
                is_scalar($changed) ? $changed : '',
                is_scalar($marked) ? $marked : '',
                $weighed,
                $store->options()->fetchDays,
                $store->timezone,
            ]),
        );
    }

    private static function write(Store $store, Change $change, JudgedChange $found, string $stamp): void
    {
        $isThere = DB::table('watch_changes')->where('id', $change->id)->lockForUpdate()->exists();
        if (! $isThere) {
            return; // Somebody dropped it meanwhile.
        }
        DB::table('watch_changes')
            ->where('id', $change->id)
            ->update([
                'judged_at' => now(),
                'judged_of' => $stamp,
                'verdict' => $found->verdict()->value,
                'why_open' => $found->why->value,
                'ready_on' => $found->weeks->spans === [] ? null : $found->weeks->readyOn,
                'fetched_on' => $found->fetched->day,
                'fetch_told' => $found->fetched->isTold ? 1 : 0,
                'weeks' => $found->weeks->needed,
                'weeks_told' => count($found->weeks->after),
                'before_from' => $found->weeks->spans === [] ? null : min(array_merge(...$found->weeks->spans)),
                'alone' => $found->alone,
            ]);
        foreach (['watch_results', 'watch_weeks'] as $table) {
            DB::table($table)->where('change_id', $change->id)->delete();
        }
        self::writeResults($store, $change, $found);
        self::writePages($store, $change, $found);
        Bulk::write(
            'watch_weeks',
            ['change_id', 'week', 'came', 'expected', 'is_after'],
            array_map(
                static fn (string $week, array $one): array => [
                    $change->id,
                    $week,
                    $one['came'],
                    $one['expected'],
                    $one['after'] ? 1 : 0,
                ],
                array_keys($found->picture),
                $found->picture,
            ),
        );
    }

    private static function writeResults(Store $store, Change $change, JudgedChange $found): void
    {
        Bulk::write(
            'watch_results',
            [
                'change_id', 'part', 'store_id', 'name', 'pages', 'came', 'expected', 'error', 'low', 'high', 'chance',
                'smallest', 'verdict', 'click_value', 'currency', 'clicks_before', 'impressions_before',
                'places_before', 'orders_before', 'revenue_before', 'impressions', 'places', 'orders', 'revenue',
            ],
            array_map(
                static fn (GroupResult $one): array => [
                    $change->id,
                    $one->part,
                    $store->id,
                    $one->name,
                    $one->outcome->pages,
                    $one->outcome->came,
                    $one->outcome->expected,
                    $one->outcome->error,
                    $one->outcome->low(),
                    $one->outcome->high(),
                    $one->outcome->chance(),
                    min(9999.0, $one->outcome->smallest()),
                    ($found->why === WhyOpen::Nothing ? $one->outcome->verdict() : Verdict::Open)->value,
                    $one->worth[0] ?? null,
                    $one->worth[1] ?? null,
                    $one->before->clicks,
                    $one->before->impressions,
                    $one->before->places,
                    $one->before->orders,
                    $one->before->revenue,
                    $one->after->impressions,
                    $one->after->places,
                    $one->after->orders,
                    $one->after->revenue,
                ],
                $found->results,
            ),
        );
    }

    private static function writePages(Store $store, Change $change, JudgedChange $found): void
    {
        DB::update(
            'UPDATE watch_pages SET part = 0, left_out = 0, clicks_before = 0, impressions_before = 0,
                places_before = 0, orders_before = 0, revenue_before = 0, clicks = 0, impressions = 0, places = 0,
                orders = 0, revenue = 0, expected = 0, gain = 0 WHERE change_id = ?',
            [$change->id],
        );
        $columns = [
            'page_id', 'kind', 'part', 'clicks_before', 'impressions_before', 'places_before', 'orders_before',
            'revenue_before', 'clicks', 'impressions', 'places', 'orders', 'revenue', 'expected', 'gain',
        ];
        $into = implode(
            ', ',
            array_map(static fn (string $column): string => "$column = VALUES($column)", array_slice($columns, 1)),
        );
        Bulk::write(
            'watch_pages',
            ['change_id', 'store_id', 'live_on', 'fields', 'origin', ...$columns],
            array_map(
                static fn (array $row): array => [$change->id, $store->id, $change->day, 0, '', ...$row],
                $found->pages,
            ),
            'INSERT',
            "ON DUPLICATE KEY UPDATE $into",
        );
        Bulk::write(
            'watch_pages',
            ['change_id', 'store_id', 'live_on', 'fields', 'origin', 'page_id', 'left_out'],
            array_map(
                static fn (int $page, LeftOut $why): array => [
                    $change->id,
                    $store->id,
                    $change->day,
                    0,
                    '',
                    $page,
                    $why->value,
                ],
                array_keys($found->leftOut),
                $found->leftOut,
            ),
            'INSERT',
            'ON DUPLICATE KEY UPDATE left_out = VALUES(left_out)',
        );
        DB::update(
            'UPDATE watch_results r JOIN (SELECT part, SUM(promised) AS promised, SUM(promised_clicks) AS clicks
                FROM watch_pages WHERE change_id = ? AND part > 0 GROUP BY part) p ON p.part = r.part
                SET r.promised = p.promised, r.promised_clicks = p.clicks WHERE r.change_id = ?',
            [$change->id, $change->id],
        );
        DB::update(
            'UPDATE watch_results r JOIN (SELECT SUM(promised) AS promised, SUM(promised_clicks) AS clicks
                FROM watch_pages WHERE change_id = ? AND part > 0) p
                SET r.promised = p.promised, r.promised_clicks = p.clicks WHERE r.change_id = ? AND r.part = 0',
            [$change->id, $change->id],
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use App\Facts\NumberWindow;
use App\Inventory\Figures;
use App\Inventory\Terms\SeenQueries;
use App\Platform\Database\Rows;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use App\Watch\Changed\Change;
use App\Watch\Changed\ChangeBook;
use App\Watch\Reports\Finance;
use Illuminate\Support\Facades\DB;

/** Takes down what was changed, and judges each change whose numbers have changed since it was judged. */
final readonly class JudgeWork implements LongWork
{
    /** Raised when judging itself changes, so that all is judged anew. */
    private const VERSION = 2;

    public function __construct(
        private ChangeBook $book,
        private SeenQueries $queries,
        private Figures $figures,
        private GroupNames $names,
    ) {
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
        $progress = $run->progress();
        [$day, $after] = [
            is_string($progress['judged_day'] ?? null) ? $progress['judged_day'] : null,
            is_int($progress['judged_to'] ?? null) ? $progress['judged_to'] : 0,
        ];
        if ($day === null) {
            $run->fenced(fn () => $this->book->sync($store));
            $day = '';
        }
        $window = NumberWindow::of($store);
        if ($window === null || $window->isPeriod) {
            return SliceEnd::done();
        }
        $stamp = self::stamp($store, $window);
        $judge = new ChangeJudge($store, $window, $this->queries, new Worth($this->figures, $store), $this->names);
        $judged = $run->progress()['judged'] ?? 0;
        while (true) {
            // By day: changes of one week look at the same pages.
            $row = Rows::one(
                'SELECT * FROM watch_changes WHERE store_id = ? AND (first_day, id) > (?, ?)
                    AND NOT (judged_of <=> ?) ORDER BY first_day, id LIMIT 1',
                [$store->id, $day === '' ? '1000-01-01' : $day, $after, $stamp],
            );
            if ($row === null) {
                $run->fenced(static fn () => Finance::refresh($store));

                return SliceEnd::done();
            }
            if ($run->stopAsked()) {
                return SliceEnd::stopped();
            }
            $change = Change::fromRow($row);
            $found = $judge->judge($change);
            $run->fenced(static fn () => ResultBook::write($store, $change, $found, $stamp));
            [$day, $after] = [$change->firstDay, $change->id];
            $judged = (is_int($judged) ? $judged : 0) + 1;
            $run->beat(['judged_day' => $day, 'judged_to' => $after, 'judged' => $judged], force: true);
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
    }

    /** What a verdict depends on, beside the change itself. */
    private static function stamp(Store $store, NumberWindow $window): string
    {
        $told = Rows::sole(
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
}

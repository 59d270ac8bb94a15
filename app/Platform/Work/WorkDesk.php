<?php

declare(strict_types=1);

namespace App\Platform\Work;

use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\Events\WorkEnded;
use Illuminate\Contracts\Foundation\Application;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Log;
use InvalidArgumentException;
use Throwable;

/**
 * Takes in long work, works it in slices, and picks up what a dead process left.
 *
 * A row in `work` is the truth; queue jobs only ring the bell. A slice holds the row by a lease (owner, fence, expiry);
 * a job that comes while another holds it goes away again.
 */
final class WorkDesk
{
    /**
     * Held by nobody living: no owner; or a lease that has run out, or that ends further off than any lease can (the
     * clock was put back since), and no connection that is in the middle of a write for it.
     */
    private const IS_FREE =
        '(owner IS NULL OR ((expires_at < UTC_TIMESTAMP(3) OR expires_at > TIMESTAMPADD(SECOND, ?, UTC_TIMESTAMP(3)))'.
        " AND IS_USED_LOCK(CONCAT('orchard.work.', id)) IS NULL))";

    /** Its time has come; or it would come later than the span that was asked for, since the clock was put back. */
    private const IS_DUE = "state IN ('waiting', 'running') AND (wake_at <= UTC_TIMESTAMP() OR wake_at > TIMESTAMPADD(SECOND, wake_seconds + 2, UTC_TIMESTAMP()))";

    /** Seconds after which a slice ends; well below the job's time-out, which is below the queue's retry time. */
    public const SLICE_SECONDS = 20;

    /**
     * Bulk work that has taken less than this in all stands in a queue of its own, so that it need not wait behind
     * long work.
     */
    private const SHORT_SECONDS = 30;

    /** A slice that ends in an error is tried again this often, each time later. */
    private const MOST_FAILURES = 5;

    /** @var array<string, class-string<LongWork>> */
    private array $sorts = [];

    public function __construct(private readonly Application $app)
    {
    }

    /** @param  class-string<LongWork>  $class */
    public function register(string $class): void
    {
        $this->sorts[$class::sort()] = $class;
    }

    /** @return int the work's id */
    public function begin(NewWork $work): int
    {
        $id = DB::table('work')->insertGetId([
            'store_id' => $work->storeId,
            'sort' => $work->class::sort(),
            'subject_id' => $work->subjectId,
            'state' => 'waiting',
            'wake_at' => DB::raw('UTC_TIMESTAMP()'),
            'progress' => json_encode((object) $work->progress, JSON_THROW_ON_ERROR),
            'user_id' => $work->userId,
            'created_at' => DB::raw('UTC_TIMESTAMP()'),
        ]);
        $this->ring($id);

        return $id;
    }

    /** What a sort of work is, for people. */
    public function titleOf(string $sort): string
    {
        return isset($this->sorts[$sort]) ? $this->sorts[$sort]::title() : $sort;
    }

    /** Asks for a stop; the slice under way ends at its next safe point. */
    public function stop(int $id): void
    {
        DB::table('work')
            ->where('id', $id)
            ->whereIn('state', ['waiting', 'running'])
            ->update(['stop_asked' => 1] + self::atOnce());
        $this->ring($id);
    }

    /**
     * Asks all work of a store to stop; what nobody holds is stopped at once.
     *
     * @return bool whether some of it is still held by somebody
     */
    public function stopAll(int $storeId): bool
    {
        DB::table('work')
            ->where('store_id', $storeId)
            ->whereIn('state', ['waiting', 'running'])
            ->update(['stop_asked' => 1, 'state' => DB::raw("IF(owner IS NULL, 'stopped', state)")]);

        return DB::table('work')
            ->where('store_id', $storeId)
            ->whereNotNull('owner')
            ->where('expires_at', '>', DB::raw('UTC_TIMESTAMP(3)'))
            ->exists();
    }

    public function resume(int $id): void
    {
        $changed = DB::table('work')
            ->where('id', $id)
            ->whereIn('state', ['stopped', 'failed'])
            ->update(
                ['state' => 'waiting', 'stop_asked' => 0, 'failures' => 0, 'problem' => null, 'ended_at' => null] +
                    self::atOnce(),
            );
        if ($changed > 0) {
            $this->ring($id);
        }
    }

    /** Wakes work that waits for its time. */
    public function wake(int $id): void
    {
        DB::table('work')->where('id', $id)->where('state', 'waiting')->update(self::atOnce());
        $this->ring($id);
    }

    /**
     * Works the slices in this process to the end, or follows whoever holds them. @return string the state it ended in
     */
    public function workToEnd(int $id, ?callable $told = null): string
    {
        while (true) {
            $row = Rows::maybe(DB::table('work')->where('id', $id)->first());
            if ($row === null || in_array($row->state, ['done', 'failed', 'stopped'], true)) {
                return (string) ($row->state ?? 'failed');
            }
            $told !== null && $told(Typed::map($row->progress));
            if (! $this->slice($id)) {
                usleep(200_000);
            }
        }
    }

    /** Rings for everything that is due and held by no living process. */
    public function sweep(): void
    {
        self::mendQueue();
        $due = Rows::all(
            'SELECT id FROM work WHERE '.self::IS_DUE.' AND '.self::IS_FREE.' ORDER BY id LIMIT 200',
            [2 * WorkRun::LEASE_SECONDS],
        );
        foreach ($due as $row) {
            $this->ring($row->int('id'));
        }
    }

    /** @return bool whether this process did something */
    public function slice(int $id): bool
    {
        $owner = gethostname().':'.getmypid();
        $taken = DB::update(
            "UPDATE work SET owner = ?, fence = fence + 1, state = 'running', expires_at = TIMESTAMPADD(SECOND, ?,
                UTC_TIMESTAMP(3)),".
                ' started_at = COALESCE(started_at, UTC_TIMESTAMP()) WHERE id = ? AND '.
                self::IS_DUE.
                ' AND '.
                self::IS_FREE,
            [$owner, WorkRun::LEASE_SECONDS, $id, 2 * WorkRun::LEASE_SECONDS],
        );
        if ($taken === 0) {
            return false;
        }
        $row = Rows::maybe(DB::table('work')->where('id', $id)->first());
        if ($row === null) {
            return false;
        }
        $begun = microtime(true);
        $run = new WorkRun(
            $id,
            $row->int('store_id'),
            $row->int('subject_id'),
            $row->intOrNull('user_id'),
            $row->int('fence'),
            microtime(true) + self::SLICE_SECONDS,
            Typed::map($row->progress),
        );
        try {
            $end = $this->work($row->text('sort'))->slice($run);
            $failures = 0;
        } catch (LeaseLost) {
            return true;
        } catch (Throwable $error) {
            Log::error("Work $id ({$row->sort}) failed.", ['exception' => $error]);
            $failures = $row->int('failures') + 1;
            $end =
                $failures >= self::MOST_FAILURES
                    ? SliceEnd::failed(mb_substr(DatabaseTrouble::words($error), 0, 1000))
                    : SliceEnd::later(2 ** $failures);
        }
        $this->release($run, $end, $failures, microtime(true) - $begun);

        return true;
    }

    private function work(string $sort): LongWork
    {
        $work = $this->app->make(
            $this->sorts[$sort] ?? throw new InvalidArgumentException("No one here does work of the sort $sort."),
        );

        return $work instanceof LongWork ? $work : throw new \LogicException("$sort is no long work.");
    }

    private function release(WorkRun $run, SliceEnd $end, int $failures, float $seconds): void
    {
        $id = $run->workId;
        $ended = $end->state !== 'waiting';
        $sort = Typed::text(DB::table('work')->where('id', $id)->value('sort'));
        // Whoever waits for the end is told of it in the same transaction: a process killed between would tell nobody.
        $held = DB::transaction(function () use ($id, $end, $failures, $run, $seconds, $ended, $sort): int {
            $held = DB::update(
                'UPDATE work SET owner = NULL, expires_at = NULL, state = ?, failures = ?, problem = ?,
                    wake_seconds = ?, wake_at = TIMESTAMPADD(SECOND, ?, UTC_TIMESTAMP()), progress = ?,
                    worked_ms = worked_ms + ?, ended_at = IF(?, UTC_TIMESTAMP(), NULL) WHERE id = ? AND fence = ?',
                [
                    $end->state,
                    $failures,
                    $end->problem,
                    $end->seconds,
                    $end->seconds,
                    json_encode((object) $run->progress(), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
                    (int) round(1000 * $seconds),
                    $ended ? 1 : 0,
                    $id,
                    $run->fence,
                ],
            );
            $held > 0 &&
                $ended &&
                WorkEnded::dispatch($id, $run->storeId, $sort, $run->subjectId, $end->state, $end->problem);

            return $held;
        });
        if ($held > 0 && $ended) {
            isset($this->sorts[$sort]) && $this->work($sort)->ended($run->subjectId, $end);
        } elseif ($held > 0) {
            $this->ring($id, $end->seconds);
        }
    }

    private function ring(int $id, int $seconds = 0): void
    {
        $row = Rows::maybe(
            DB::table('work')
                ->where('id', $id)
                ->first(['sort', 'worked_ms']),
        );
        $class = $this->sorts[(string) ($row->sort ?? '')] ?? null;
        if ($row !== null && $class !== null) {
            $isShort = $class::queue() === 'bulk' && $row->worked_ms < 1000 * self::SHORT_SECONDS;
            WorkSlice::dispatch($id)
                ->onQueue($isShort ? 'short' : $class::queue())
                ->delay($seconds);
        }
    }

    /** @return array<string, mixed> */
    private static function atOnce(): array
    {
        return ['wake_at' => DB::raw('UTC_TIMESTAMP()'), 'wake_seconds' => 0];
    }

    /**
     * Jobs that were put in while the clock was ahead would wait until it is there again: they keep their span only.
     */
    private static function mendQueue(): void
    {
        $now = (int) (Rows::sole('SELECT UNIX_TIMESTAMP() AS now')->now ?? 0);
        DB::table('jobs')
            ->where('created_at', '>', $now + 5)
            ->update([
                'available_at' => DB::raw($now.' + (available_at - created_at)'),
                'created_at' => $now,
            ]);
        DB::table('jobs')
            ->where('reserved_at', '>', $now + 5)
            ->update(['reserved_at' => $now]);
    }

    /**
     * Whether no earlier piece of the same work of this store is under way. One that nobody has held for a minute is
     * let go: this one does all that it would have done.
     */
    public static function isFirst(WorkRun $run, string $problem): bool
    {
        $sort = Typed::text(DB::table('work')->where('id', $run->workId)->value('sort'));
        $earlier =
            "store_id = ? AND sort = ? AND id < ? AND started_at IS NOT NULL AND state IN ('waiting', 'running')";
        $values = [$run->storeId, $sort, $run->workId];
        DB::update(
            "UPDATE work SET state = 'stopped', ended_at = UTC_TIMESTAMP(), problem = ? WHERE $earlier AND (owner
                IS NULL OR expires_at < UTC_TIMESTAMP(3))".
                ' AND GREATEST(COALESCE(expires_at, wake_at), wake_at) < UTC_TIMESTAMP(3) - INTERVAL 1 MINUTE',
            [$problem, ...$values],
        );

        return Rows::one("SELECT 1 AS n FROM work WHERE $earlier LIMIT 1", $values) === null;
    }
}

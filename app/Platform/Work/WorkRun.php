<?php

declare(strict_types=1);

namespace App\Platform\Work;

use App\Platform\Database\Rows;
use Closure;
use Illuminate\Support\Facades\DB;

/** One slice's hold on a piece of work: its lease, its time, its progress. */
final class WorkRun
{
    /** Seconds that a lease lasts without a sign of life; longer than any single request or batch of a slice. */
    public const LEASE_SECONDS = 45;

    /** A write that met another's locks is done again so often: a person who saved something is no reason to fail. */
    private const TRIES = 3;

    private float $lastBeat;

    private bool $isWriting = false;

    /** @param  array<string, mixed>  $progress */
    public function __construct(
        public readonly int $workId,
        public readonly int $storeId,
        public readonly int $subjectId,
        public readonly ?int $userId,
        public readonly int $fence,
        private readonly float $deadline,
        private array $progress,
    ) {
        $this->lastBeat = microtime(true);
    }

    public function timeIsUp(): bool
    {
        return microtime(true) >= $this->deadline;
    }

    public function stopAsked(): bool
    {
        return (bool) DB::table('work')->where('id', $this->workId)->value('stop_asked');
    }

    /**
     * Runs a write in a transaction that is kept only while this lease is ours.
     *
     * The work's row is not locked meanwhile: who stops or follows the work is answered at once. A named lock of this
     * connection says that a holder lives, so that a write which outlasts the lease is not taken over; it vanishes with
     * the connection of a killed process. The fence is looked at before the write, and once more, with the row locked,
     * before the commit.
     *
     * @template T
     *
     * @param  Closure(): T  $write
     * @return T
     *
     * @throws LeaseLost
     */
    public function fenced(Closure $write): mixed
    {
        if ($this->isWriting) {
            return $write();
        }
        $this->isWriting = true;
        Rows::all('SELECT GET_LOCK(?, 0)', [self::lockOf($this->workId)]);
        try {
            return DB::transaction(function () use ($write): mixed {
                $this->mustHold(lock: false);
                $result = $write();
                $this->mustHold(lock: true);

                return $result;
            }, self::TRIES);
        } finally {
            $this->isWriting = false;
            Rows::all('SELECT RELEASE_LOCK(?)', [self::lockOf($this->workId)]);
        }
    }

    /** Name of the lock that the connection of a living holder has while it writes. */
    public static function lockOf(int $workId): string
    {
        return 'orchard.work.'.$workId;
    }

    /** @throws LeaseLost */
    private function mustHold(bool $lock): void
    {
        $query = DB::table('work')->where('id', $this->workId)->where('fence', $this->fence);
        if (! ($lock ? $query->lockForUpdate() : $query)->exists()) {
            throw LeaseLost::of($this->workId);
        }
    }

    /**
     * Tells people how far it is, and that this process is alive; at most once a second unless forced.
     *
     * @param  array<string, mixed>|Closure(): array<string, mixed>  $progress  a closure is only asked when it is time
     *
     * @throws LeaseLost
     */
    public function beat(array|Closure $progress = [], bool $force = false): void
    {
        $now = microtime(true);
        // Inside a write the row would stay locked until its end; the named lock tells that we live.
        if ($this->isWriting || (! $force && $now - $this->lastBeat < 1)) {
            $this->progress = is_array($progress) ? $progress + $this->progress : $this->progress;

            return;
        }
        $this->progress = ($progress instanceof Closure ? $progress() : $progress) + $this->progress;
        $this->lastBeat = $now;
        $held = DB::update(
            'UPDATE work SET expires_at = TIMESTAMPADD(SECOND, ?, UTC_TIMESTAMP(3)), progress = ? WHERE id = ?
                AND fence = ?',
            [
                self::LEASE_SECONDS,
                json_encode((object) $this->progress, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
                $this->workId,
                $this->fence,
            ],
        );
        if ($held === 0 && ! DB::table('work')->where('id', $this->workId)->where('fence', $this->fence)->exists()) {
            throw LeaseLost::of($this->workId);
        }
    }

    /** A number of the progress; 0 where none was told yet. */
    public function number(string $key): int
    {
        $number = $this->progress[$key] ?? null;

        return is_int($number) ? $number : 0;
    }

    /** @return array<string, mixed> */
    public function progress(): array
    {
        return $this->progress;
    }
}

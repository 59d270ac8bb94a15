<?php

declare(strict_types=1);

namespace App\Store\Work;

use App\Store\Models\Store;
use Closure;
use Illuminate\Support\Facades\DB;

/** One slice's hold on a piece of work: its lease, its time, its progress. */
final class WorkRun
{
    /** Seconds that a lease lasts without a sign of life; longer than any single request or batch of a slice. */
    public const LEASE_SECONDS = 45;

    private float $lastBeat;

    /** @param  array<string, mixed>  $progress */
    public function __construct(
        public readonly int $workId,
        public readonly int $storeId,
        public readonly int $subjectId,
        public readonly ?int $userId,
        private readonly int $fence,
        private readonly float $deadline,
        private array $progress,
    ) {
        $this->lastBeat = microtime(true);
    }

    public function store(): Store
    {
        return Store::query()->findOrFail($this->storeId);
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
     * Runs a write in a transaction that holds only while this lease does.
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
        return DB::transaction(function () use ($write): mixed {
            $held = DB::table('work')->where('id', $this->workId)->where('fence', $this->fence)->lockForUpdate()->exists();
            if (! $held) {
                throw LeaseLost::of($this->workId);
            }

            return $write();
        });
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
        if (! $force && $now - $this->lastBeat < 1) {
            $this->progress = is_array($progress) ? $progress + $this->progress : $this->progress;

            return;
        }
        $this->progress = ($progress instanceof Closure ? $progress() : $progress) + $this->progress;
        $this->lastBeat = $now;
        $held = DB::update('UPDATE work SET expires_at = TIMESTAMPADD(SECOND, ?, UTC_TIMESTAMP(3)), progress = ? WHERE id = ? AND fence = ?', [
            self::LEASE_SECONDS, json_encode((object) $this->progress, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE), $this->workId, $this->fence,
        ]);
        if ($held === 0 && ! DB::table('work')->where('id', $this->workId)->where('fence', $this->fence)->exists()) {
            throw LeaseLost::of($this->workId);
        }
    }

    /** @return array<string, mixed> */
    public function progress(): array
    {
        return $this->progress;
    }
}

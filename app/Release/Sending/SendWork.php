<?php

declare(strict_types=1);

namespace App\Release\Sending;

use App\Connectors\Http\SideBySide;
use App\Connectors\Shop\ShopAdmin;
use App\Connectors\Shop\ShopResource;
use App\Connectors\Shop\ShopUnavailable;
use App\Connectors\Shop\WriteOutcome;
use App\Connectors\Shop\WriteResult;
use App\Platform\Work\LongWork;
use App\Platform\Work\NewWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkRun;
use App\Release\Items\FieldChange;
use App\Release\Items\ItemCounts;
use App\Release\Items\ItemState;
use App\Release\Items\ReleaseItem;
use App\Stores\Connections;
use App\Stores\Models\Store;
use Closure;
use Illuminate\Support\Facades\DB;

/**
 * Sends a release, a few resources side by side, each exactly once.
 *
 * Before a write the resource is read and an intent is committed: version, base and target. All texts of a resource go
 * in one request with If-Match. Where the answer is lost, or this process dies, the resource is read again: target
 * there means done; version unchanged means that nothing was applied and the write is sent again; anything else is a
 * clash and never resent.
 */
final class SendWork implements LongWork
{
    /** An item that the shop keeps failing on is refused after this many tries. */
    private const MOST_ATTEMPTS = 12;

    public function __construct(
        private readonly Connections $connections,
        private readonly ItemBook $book,
        private readonly WorkDesk $desk,
    ) {
    }

    public static function sort(): string
    {
        return 'release.send';
    }

    public static function title(): string
    {
        return 'sending a release';
    }

    public static function queue(): string
    {
        return 'release';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->findOrFail($run->storeId);
        try {
            $admin = $this->connections->shop($store);
        } catch (ShopUnavailable $unavailable) {
            return SliceEnd::failed($unavailable->getMessage());
        }
        $this->book->changed->recall($store, $run->subjectId, $run->number('told'));
        $lane = new SendLane($run->subjectId);
        $next = function (int $underWay) use ($run, $admin, $lane): ?Closure {
            if ($lane->end === null && $run->stopAsked()) {
                $lane->end = SliceEnd::stopped();
            }
            $item = $lane->end !== null || $run->timeIsUp() ? null : $lane->next($underWay);

            return $item === null ? null : fn () => $this->sendOne($run, $admin, $lane, $item);
        };
        SideBySide::run($next, $admin->atOnce(), fn () => $run->beat(fn (): array => $this->progress($run)));
        $run->beat($this->progress($run), force: true);

        return $lane->end ?? ($lane->isEmpty() ? $this->finish($run) : SliceEnd::more());
    }

    private function sendOne(WorkRun $run, ShopAdmin $admin, SendLane $lane, ReleaseItem $item): void
    {
        try {
            $lane->ended($item, $this->send($run, $admin, $item));
        } catch (ShopUnavailable $lockedOut) {
            // Nothing of the rest is lost: it waits, and goes on with another key.
            $lane->ended($item, 0);
            $lane->end = SliceEnd::failed($lockedOut->getMessage());
        }
    }

    /** @return array<string, int> */
    private function progress(WorkRun $run): array
    {
        return ['told' => $this->book->changed->tellOf($run->storeId, $run->subjectId)] +
            $this->counts($run->subjectId);
    }

    /**
     * @return int seconds to wait before the next request
     *
     * @throws ShopUnavailable where the shop does not take the key: then nothing more can be sent
     */
    private function send(WorkRun $run, ShopAdmin $admin, ReleaseItem $item): int
    {
        $changes = $item->changes();
        try {
            $now = $admin->read($item->externalId);
        } catch (ShopUnavailable $unavailable) {
            if ($unavailable->isLockedOut()) {
                throw $unavailable;
            }
            if ($unavailable->isFinal()) {
                $run->fenced(fn () => $this->book->refuse($item, $unavailable->getMessage()));

                return 0;
            }

            $try = new FailedTry(
                $unavailable->getMessage(),
                $unavailable->retryAfter,
                $unavailable->status === 429,
                $item->unsure,
            );

            return $this->tryLater($run, $item, $try);
        }
        $missing = self::missing($now, $changes);
        $wasUnsure = $item->unsure;
        if ($missing === []) {
            // Either an earlier send reached the shop, or the shop has come to the same text by itself.
            $run->fenced(fn () => $this->book->live($item, $changes, $now));

            return 0;
        }
        $clash = match (true) {
            // Where a part of it has arrived, it was our write that moved the version.
            $wasUnsure && $now->version !== $item->version && count($missing) === count($changes) => 'The shop’s resource changed while the answer to our write was lost.',
            self::differs($now, $missing, static fn (FieldChange $c): string => $c->base) => 'The shop’s text '.
                'is no longer the one this was written against.',
            default => null,
        };
        if ($clash !== null) {
            $run->fenced(fn () => $this->book->clash($item, $changes, $now, $clash));

            return 0;
        }
        $run->fenced(fn () => $this->book->intend($item, $now->version));

        return $this->settle($run, $item, $changes, $now, $admin->write($now, self::targets($missing)));
    }

    /**
     * Writes down what became of a write.
     *
     * @param  list<FieldChange>  $changes
     * @return int seconds to wait before the next request
     *
     * @throws ShopUnavailable
     */
    private function settle(
        WorkRun $run,
        ReleaseItem $item,
        array $changes,
        ShopResource $read,
        WriteOutcome $outcome,
    ): int {
        $wasUnsure = $item->unsure;
        $after = $outcome->resource ?? $read;
        switch ($outcome->result) {
            case WriteResult::Applied:
                $run->fenced(
                    fn () => self::missing($after, $changes) === []
                        ? $this->book->live($item, $changes, $after)
                        : $this->book->clash(
                            $item,
                            $changes,
                            $after,
                            'The shop took the change, but holds another text now.',
                        ),
                );

                return 0;
            case WriteResult::Refused:
                $run->fenced(fn () => $this->book->refuse($item, $outcome->reason));

                return 0;
            case WriteResult::LockedOut:
                $run->fenced(fn () => $this->book->notSent($item, $outcome->reason, 0, $wasUnsure));

                throw ShopUnavailable::answered(401, '', null);
            case WriteResult::NotNow:
                // The shop says plainly that it did nothing.
                $run->fenced(fn () => $this->book->notSent($item, $outcome->reason, $outcome->waitSeconds, $wasUnsure));

                return $outcome->waitSeconds;
            case WriteResult::Moved:
                // Nothing was written this time; reading tells whether an earlier, lost write was.
                return $this->tryLater($run, $item, new FailedTry($outcome->reason, isUnsure: $item->unsure));
            default:
                return $this->tryLater(
                    $run,
                    $item,
                    new FailedTry($outcome->reason, $outcome->waitSeconds, isUnsure: true),
                );
        }
    }

    /** @return int seconds to wait before the next request of any item */
    private function tryLater(WorkRun $run, ReleaseItem $item, FailedTry $try): int
    {
        $attempts = $item->attempts + $try->counts();
        if ($attempts >= self::MOST_ATTEMPTS) {
            $run->fenced(fn () => $this->book->refuse($item, "Given up after $attempts tries. $try->reason"));

            return 0;
        }
        // What fails again and again is tried a little later each time.
        $pause = $try->isRequestToWait ? 0 : min(60, 2 ** max(0, $attempts - 1) - 1);
        $wait = max($try->seconds ?? 0, $pause);
        $run->fenced(fn () => $this->book->later($item, $try, $wait));

        return $try->isRequestToWait ? $wait : 0;
    }

    private function finish(WorkRun $run): SliceEnd
    {
        $run->fenced(
            static fn () => DB::table('release_batches')
                ->where('id', $run->subjectId)
                ->whereNull('sent_at')
                ->update(['sent_at' => now()]),
        );
        $hasLive = DB::table('release_items')
            ->where('release_id', $run->subjectId)
            ->where('state', ItemState::Live->value)
            ->where('seen', 'no')
            ->exists();
        $looking = DB::table('work')
            ->where('sort', LookWork::sort())
            ->where('subject_id', $run->subjectId)
            ->whereIn('state', ['waiting', 'running'])
            ->value('id');
        if ($hasLive) {
            is_numeric($looking)
                ? $this->desk->wake((int) $looking)
                : $this->desk->begin(new NewWork(LookWork::class, $run->storeId, $run->subjectId, $run->userId));
        }

        return SliceEnd::done();
    }

    /** @return array<string, int> */
    private function counts(int $release): array
    {
        $counts = ItemCounts::of($release);
        $open = ($counts['waiting'] ?? 0) + ($counts['intended'] ?? 0);

        return [
            'open' => $open,
            'live' => $counts['live'] ?? 0,
            'refused' => $counts['refused'] ?? 0,
            'clash' => $counts['clash'] ?? 0,
            'all' => array_sum($counts),
        ];
    }

    /**
     * What is not yet as it is to be.
     *
     * @param  list<FieldChange>  $changes
     * @return list<FieldChange>
     */
    private static function missing(ShopResource $now, array $changes): array
    {
        return array_values(
            array_filter(
                $changes,
                static fn (FieldChange $change): bool => ($now->fields[$change->field->key()] ?? '') !== $change->target,
            ),
        );
    }

    /**
     * @param  list<FieldChange>  $changes
     * @param  callable(FieldChange): string  $wanted
     */
    private static function differs(ShopResource $now, array $changes, callable $wanted): bool
    {
        foreach ($changes as $change) {
            if (($now->fields[$change->field->key()] ?? '') !== $wanted($change)) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param  list<FieldChange>  $changes
     * @return array<string, string>
     */
    private static function targets(array $changes): array
    {
        $targets = [];
        foreach ($changes as $change) {
            $targets[$change->field->key()] = $change->target;
        }

        return $targets;
    }
}

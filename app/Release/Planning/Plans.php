<?php

declare(strict_types=1);

namespace App\Release\Planning;

use App\Facts\Calendar\Calendar;
use App\Platform\Database\Rows;
use App\Release\Items\ItemState;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Stores\Models\Store;
use App\Stores\StoreTime;
use DateTimeImmutable;
use DateTimeZone;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

/**
 * Releases that go by themselves at an hour of the store's time: what was ready when they were planned, as it was
 * looked at then. A first part may go before; the rest is held back where that met trouble.
 */
final class Plans
{
    /** Days ahead that a release may be planned for. */
    public const MOST_DAYS = 120;

    /** Hours after which one that could not go at its hour does not go any more. */
    public const HOURS_LATE = 6;

    /** Plans of a store that wait at a time. */
    private const MOST = 50;

    /** The share of a first part that may be refused, clash, or not be seen live, where the rest still goes. */
    private const TROUBLE = 0.05;

    public function __construct(private readonly Releases $releases)
    {
    }

    /**
     * @return int its number
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public function plan(Store $store, ReleaseWish $wish, PlanHours $hours, ?int $userId): int
    {
        $first = self::hour($store, $hours->at);
        $second = $hours->rest === null || $wish->percent >= 100 ? null : self::hour($store, $hours->rest);
        if ($second !== null && $second->getTimestamp() < $first->getTimestamp() + 3600) {
            throw new InvalidArgumentException('The rest goes an hour after the first part, or later.');
        }
        $waiting = DB::table('release_plans')
            ->where('store_id', $store->id)
            ->where('state', PlanState::Planned->value)
            ->count();
        if ($waiting >= self::MOST) {
            throw new InvalidArgumentException('There are '.self::MOST.' planned releases already.');
        }

        return DB::transaction(static function () use ($store, $wish, $userId, $first, $second): int {
            $name = $wish->name ?? $first->setTimezone(new DateTimeZone($store->timezone))->format('D j M, H:i');
            $by = ['store_id' => $store->id, 'user_id' => $userId];
            $plan = self::put($name, $first, $by + ['part' => max(1, min(100, $wish->percent))]);
            if (PlanChanges::put($store, $plan, $wish->drafts, $wish->addresses) === 0) {
                throw new InvalidArgumentException('Nothing of this is ready.');
            }
            if ($second !== null) {
                $rest = self::put("$name, the rest", $second, $by + ['part' => 100, 'after_plan' => $plan]);
                PlanChanges::copy($plan, $rest);
            }

            return $plan;
        });
    }

    /** Calls one off that waits, or puts one away that did not go. */
    public function drop(Store $store, int $id): bool
    {
        return DB::table('release_plans')
            ->where('store_id', $store->id)
            ->where('id', $id)
            ->whereIn('state', [PlanState::Planned->value, PlanState::Held->value, PlanState::Missed->value])
            ->update(['state' => PlanState::CalledOff->value]) > 0;
    }

    /**
     * Sends one at once, whatever held it back, with what is ready of it.
     *
     * @return int the release
     *
     * @throws InvalidArgumentException where it waits no longer, or nothing of it can go
     */
    public function sendNow(Store $store, int $id): int
    {
        return DB::transaction(function () use ($store, $id): int {
            $row = Rows::maybe(
                DB::table('release_plans')->where('store_id', $store->id)->where('id', $id)->lockForUpdate()->first(),
            );
            $plan = $row === null ? null : Plan::fromRow($row);
            if ($plan === null || $plan->state === PlanState::Sent || $plan->state === PlanState::CalledOff) {
                throw new InvalidArgumentException('It has gone already, or was called off.');
            }

            return $this->send($store, $plan);
        }, 3);
    }

    /** Sends what is due, in all stores; called every minute, and safe to be called twice at once. */
    public function tick(): void
    {
        $due = Rows::of(
            DB::table('release_plans')
                ->where('state', PlanState::Planned->value)
                ->where('sends_at', '<=', now())
                ->orderBy('sends_at')
                ->orderBy('id')
                ->get(['id', 'store_id']),
        );
        foreach ($due as $row) {
            $store = Store::query()->find($row->int('store_id'));
            $store !== null && $store->isAtWork() && $this->advance($store, $row->int('id'));
        }
    }

    private function advance(Store $store, int $id): void
    {
        DB::transaction(function () use ($store, $id): void {
            $row = Rows::maybe(DB::table('release_plans')->where('id', $id)->lockForUpdate()->first());
            $plan = $row === null ? null : Plan::fromRow($row);
            if ($plan === null || $plan->state !== PlanState::Planned || $plan->sendsAt->getTimestamp() > time()) {
                return;
            }
            $isLate = $plan->sendsAt->getTimestamp() + self::HOURS_LATE * 3600 < time();
            $hindrance = $plan->after === null ? null : $this->hindrance($plan->after);
            if ($hindrance !== null && ! $isLate && $hindrance->isPassing) {
                return;
            }
            if ($hindrance !== null) {
                $this->set($id, PlanState::Held, $hindrance->words);
            } elseif ($isLate) {
                $this->set($id, PlanState::Missed, 'The application did not run at its hour.');
            } else {
                try {
                    // A refusal undoes what the sending had begun, and not the lock of this plan.
                    DB::transaction(fn (): int => $this->send($store, $plan));
                } catch (InvalidArgumentException $nothing) {
                    $this->set($id, PlanState::Missed, $nothing->getMessage());
                }
            }
        }, 3);
    }

    /** @throws InvalidArgumentException where nothing of it can go */
    private function send(Store $store, Plan $plan): int
    {
        ['drafts' => $drafts, 'addresses' => $addresses, 'changed' => $changed] = PlanChanges::due($plan);
        $stayed =
            $changed === 0
                ? null
                : number_format($changed).
                    ($changed === 1 ? ' change is' : ' changes are').
                    ' no longer what was looked at, and '.
                    ($changed === 1 ? 'stays' : 'stay').
                    ' ready.';
        if ($drafts === [] && $addresses === []) {
            throw new InvalidArgumentException($stayed ?? 'Nothing of it is ready any more.');
        }
        $made = $this->releases->send(
            $store,
            new ReleaseWish($drafts, $addresses, $plan->name, $plan->part),
            $plan->userId,
        );
        $this->set($plan->id, PlanState::Sent, $stayed, $made['release']);

        return $made['release'];
    }

    /** Why the rest does not go after its first part; null where nothing speaks against it. */
    private function hindrance(int $first): ?Hindrance
    {
        $row = Rows::maybe(DB::table('release_plans')->where('id', $first)->first());
        if ($row === null || $row->release_id === null) {
            return new Hindrance('Its first part did not go.', false);
        }
        $items = Rows::maybe(
            DB::table('release_items')
                ->where('release_id', $row->release_id)
                ->selectRaw(
                    'COUNT(*) AS n, SUM(state IN (?, ?)) AS under_way, SUM(state IN (?, ?)) AS bad, '.
                        'SUM(seen = ?) AS unseen',
                    [
                        ItemState::Waiting->value,
                        ItemState::Intended->value,
                        ItemState::Refused->value,
                        ItemState::Clash->value,
                        'not seen',
                    ],
                )
                ->first(),
        );
        [$n, $bad, $unseen] = [(int) $items?->n, (int) $items?->bad, (int) $items?->unseen];

        return match (true) {
            (int) $items?->under_way > 0 => new Hindrance('Its first part is not all sent yet.', true),
            $bad > self::TROUBLE * $n => new Hindrance("Of its first part $bad of $n were refused, or clash.", false),
            $unseen > self::TROUBLE * $n => new Hindrance("Of its first part $unseen of $n are not seen live.", false),
            default => null,
        };
    }

    /** @param  array<string, mixed>  $columns  of the table release_plans, beside those of every plan that waits */
    private static function put(string $name, DateTimeImmutable $at, array $columns): int
    {
        return DB::table('release_plans')->insertGetId(
            $columns + [
                'name' => mb_substr(trim($name), 0, 120),
                'sends_at' => $at->format('Y-m-d H:i:s'),
                'state' => PlanState::Planned->value,
                'made_at' => now(),
            ],
        );
    }

    private function set(int $id, PlanState $state, ?string $note, ?int $release = null): void
    {
        DB::table('release_plans')
            ->where('id', $id)
            ->update([
                'state' => $state->value,
                'note' => $note === null ? null : mb_substr($note, 0, 400),
                'release_id' => $release,
            ]);
    }

    /** @throws InvalidArgumentException where it is past, too far ahead, or on a day without releases */
    private static function hour(Store $store, string $local): DateTimeImmutable
    {
        $at = StoreTime::utc($store, $local);
        if ($at->getTimestamp() <= time() || $at->getTimestamp() > time() + self::MOST_DAYS * 86400) {
            throw new InvalidArgumentException(
                'A release is planned for an hour that is to come, within '.self::MOST_DAYS.' days.',
            );
        }
        $day = $at->setTimezone(new DateTimeZone($store->timezone))->format('Y-m-d');
        $freeze = Calendar::freezeOn($store, $day);
        if ($freeze !== null) {
            throw new InvalidArgumentException("Nothing is released on $day: “{$freeze}” stands in the calendar.");
        }

        return $at;
    }
}

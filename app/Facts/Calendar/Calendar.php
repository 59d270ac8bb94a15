<?php

declare(strict_types=1);

namespace App\Facts\Calendar;

use App\Facts\Events\BreaksChanged;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

/**
 * What a store's people know of its days: events such as sales and holidays, and breaks in the data, across which
 * nothing is compared without a word.
 */
final class Calendar
{
    /** Events that a store may have. */
    private const MOST = 500;

    /** @throws InvalidArgumentException with a sentence for people */
    public static function add(Store $store, NewEvent $event, ?int $userId): int
    {
        $first = new DateTimeImmutable($event->first);
        $days = (int) $first->diff(new DateTimeImmutable($event->last))->format('%r%a') + 1;
        if ($days < 1 || $days > 366) {
            throw new InvalidArgumentException('The last day is the first or later, and within a year of it.');
        }
        if (DB::table('calendar_events')->where('store_id', $store->id)->count() >= self::MOST) {
            throw new InvalidArgumentException('There are '.self::MOST.' events already; let old ones go first.');
        }

        $id = DB::table('calendar_events')->insertGetId([
            'store_id' => $store->id,
            'name' => mb_substr(trim($event->name), 0, 80),
            'is_break' => $event->isBreak,
            'is_freeze' => $event->isFreeze,
            'first_day' => $event->first,
            'days' => $days,
            'returns' => $event->returns->value,
            'user_id' => $userId,
            'created_at' => now(),
        ]);
        $event->isBreak && BreaksChanged::dispatch($store->id);

        return $id;
    }

    public static function drop(Store $store, int $id): void
    {
        $isBreak = DB::table('calendar_events')->where('store_id', $store->id)->where('id', $id)->value('is_break');
        DB::table('calendar_events')->where('store_id', $store->id)->where('id', $id)->delete();
        $isBreak && BreaksChanged::dispatch($store->id);
    }

    /** Whether nothing is released on an event's days; false where there is no such event. */
    public static function isFreeze(Store $store, int $id): bool
    {
        return (bool) DB::table('calendar_events')->where('store_id', $store->id)->where('id', $id)->value('is_freeze');
    }

    /** The event for which nothing is released on a day; null where releases go on. */
    public static function freezeOn(Store $store, string $day): ?string
    {
        foreach (self::between($store, $day, $day) as $event) {
            if ($event['is_freeze']) {
                return $event['name'];
            }
        }

        return null;
    }

    /** @return list<CalendarEvent> the newest first */
    public static function all(Store $store): array
    {
        return array_values(
            array_map(
                CalendarEvent::of(...),
                Rows::all('SELECT * FROM calendar_events WHERE store_id = ? ORDER BY first_day DESC, id DESC', [
                    $store->id,
                ]),
            ),
        );
    }

    /**
     * What falls between two days, with every return.
     *
     * @return list<array{name: string, is_break: bool, is_freeze: bool, first: string, last: string}> by first day
     */
    public static function between(Store $store, string $from, string $to): array
    {
        $found = [];
        foreach (self::all($store) as $event) {
            for ($year = (int) substr($from, 0, 4) - 1; $year <= (int) substr($to, 0, 4); $year++) {
                $first = $event->returns->in($event->first, $year);
                $last = $first === null ? null : $event->lastFrom($first);
                if (
                    $first !== null &&
                    $last !== null &&
                    $first->format('Y-m-d') <= $to &&
                    $last->format('Y-m-d') >= $from
                ) {
                    $found[] = [
                        'name' => $event->name,
                        'is_break' => $event->isBreak,
                        'is_freeze' => $event->isFreeze,
                        'first' => $first->format('Y-m-d'),
                        'last' => $last->format('Y-m-d'),
                    ];
                }
            }
        }
        usort($found, static fn (array $a, array $b): int => [$a['first'], $a['name']] <=> [$b['first'], $b['name']]);

        return $found;
    }
}

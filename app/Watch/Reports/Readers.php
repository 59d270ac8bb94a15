<?php

declare(strict_types=1);

namespace App\Watch\Reports;

use App\Access\Mail\Postbox;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

/** Who is sent the report of each month; each once, some days into the next one, when its numbers are whole. */
final class Readers
{
    /** The last days of a month are not complete before. */
    private const DAY = 5;

    private const MOST = 50;

    /** @throws InvalidArgumentException where there are too many */
    public static function add(Store $store, string $email, ?int $userId): void
    {
        DB::transaction(static function () use ($store, $email, $userId): void {
            DB::table('stores')->where('id', $store->id)->lockForUpdate()->first();
            if (DB::table('watch_readers')->where('store_id', $store->id)->count() >= self::MOST) {
                throw new InvalidArgumentException('A report goes to '.self::MOST.' people at most.');
            }
            DB::table('watch_readers')->insertOrIgnore([
                'store_id' => $store->id,
                'email' => mb_strtolower($email),
                'user_id' => $userId,
                'created_at' => now(),
            ]);
        });
    }

    public static function drop(Store $store, int $id): void
    {
        DB::table('watch_readers')->where('store_id', $store->id)->where('id', $id)->delete();
    }

    /** @return list<Reader> by address */
    public static function all(Store $store): array
    {
        return Records::of(
            Reader::class,
            Rows::of(DB::table('watch_readers')->where('store_id', $store->id)->orderBy('email')->get()),
        );
    }

    /** Sends what is due: the month that is over, to whoever has not been sent it. Called each hour. */
    public static function tick(): void
    {
        if (! Postbox::isThere()) {
            return;
        }
        foreach (
            Store::query()
                ->whereIn('id', DB::table('watch_readers')->select('store_id'))
                ->get() as $store
        ) {
            $today = now($store->timezone)->toDateTimeImmutable();
            if ($store->isAtWork() && (int) $today->format('j') >= self::DAY) {
                self::send($store, $today->modify('first day of last month'));
            }
        }
    }

    private static function send(Store $store, DateTimeImmutable $first): void
    {
        $month = $first->format('Y-m');
        $due = DB::table('watch_readers')
            ->where('store_id', $store->id)
            ->where(static fn ($query) => $query->whereNull('sent_month')->orWhere('sent_month', '<', $month))
            ->orderBy('id')
            ->pluck('id');
        foreach ($due as $id) {
            // The mail is queued in the same transaction, so it is queued once, whatever dies meanwhile.
            DB::transaction(static function () use ($store, $first, $month, $id): void {
                $reader = Rows::maybe(DB::table('watch_readers')->where('id', $id)->lockForUpdate()->first());
                if ($reader === null || $reader->text('sent_month') >= $month) {
                    return;
                }
                DB::table('watch_readers')
                    ->where('id', $id)
                    ->update(['sent_month' => $month]);
                Postbox::send(
                    $reader->text('email'),
                    new ReportMail(
                        $store->id,
                        $first->format('Y-m-d'),
                        $first->modify('last day of this month')->format('Y-m-d'),
                    ),
                );
            });
        }
    }
}

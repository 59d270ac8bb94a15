<?php

declare(strict_types=1);

namespace App\Watch\Reports;

use App\Facts\SalesSum;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;

/**
 * Revenue as files and feeds tell it beside what the accounts have for the same days, step by step: less what came
 * back, less tax, and what is left to be explained.
 */
final readonly class Finance
{
    /** Days for which numbers that came later are looked at anew. */
    private const ANEW = 400;

    /**
     * @param  float  $told  revenue of files and feeds
     * @param  float  $tax  that is in it
     * @param  float  $amount  of the accounts, without tax
     * @param  int  $days  of the time
     * @param  int  $daysTold  of them, on which sales are told
     */
    private function __construct(
        public float $told,
        public float $returned,
        public float $tax,
        public float $amount,
        public int $days,
        public int $daysTold,
    ) {
    }

    /** Null where nobody has said what the accounts have for these days. */
    public static function of(Store $store, string $from, string $to): ?self
    {
        $row = Rows::maybe(
            DB::table('watch_finance')
                ->where('store_id', $store->id)
                ->where('first_day', $from)
                ->where('last_day', $to)
                ->first(),
        );
        if ($row === null) {
            return null;
        }
        $net = $row->number('told') - $row->number('returned');
        $tax = $store->options()->assumed('tax');

        return new self(
            $row->number('told'),
            $row->number('returned'),
            $net - $net / (1 + $tax),
            $row->number('amount'),
            self::days($from, $to),
            $row->int('days_told'),
        );
    }

    /** Says what the accounts have for some days; null takes it away. */
    public static function say(Store $store, string $from, string $to, ?float $amount, ?int $userId): void
    {
        if ($amount === null) {
            DB::table('watch_finance')
                ->where(['store_id' => $store->id, 'first_day' => $from, 'last_day' => $to])
                ->delete();

            return;
        }
        DB::table('watch_finance')->updateOrInsert(
            ['store_id' => $store->id, 'first_day' => $from, 'last_day' => $to],
            ['amount' => $amount, 'user_id' => $userId, 'said_at' => now()] + self::told($store, $from, $to),
        );
    }

    /** Looks again at what is told of the days, after numbers have changed. */
    public static function refresh(Store $store): void
    {
        foreach (
            Rows::of(
                DB::table('watch_finance')
                    ->where('store_id', $store->id)
                    ->where('last_day', '>=', now()->subDays(self::ANEW)->format('Y-m-d'))
                    ->get(['first_day', 'last_day']),
            ) as $row
        ) {
            $days = ['first_day' => $row->text('first_day'), 'last_day' => $row->text('last_day')];
            DB::table('watch_finance')
                ->where('store_id', $store->id)
                ->where($days)
                ->update(self::told($store, $days['first_day'], $days['last_day']));
        }
    }

    /** What is left of the told revenue, as the accounts would have it. */
    public function net(): float
    {
        return $this->told - $this->returned - $this->tax;
    }

    /** What the accounts have beyond that; below 0 where they have less. */
    public function rest(): float
    {
        return $this->amount - $this->net();
    }

    /** @return array<string, float|int> for scripts */
    public function toArray(): array
    {
        return [
            'told' => round($this->told, 2),
            'returned' => round($this->returned, 2),
            'tax' => round($this->tax, 2),
            'net' => round($this->net(), 2),
            'accounts' => round($this->amount, 2),
            'rest' => round($this->rest(), 2),
            'days' => $this->days,
            'days_told' => $this->daysTold,
        ];
    }

    /** @return array{told: float, returned: float, days_told: int, told_at: mixed} */
    private static function told(Store $store, string $from, string $to): array
    {
        $sum = SalesSum::between($store->id, $from, $to);

        return [
            'told' => $sum->revenue,
            'returned' => $sum->returned,
            'days_told' => $sum->days,
            'told_at' => now(),
        ];
    }

    private static function days(string $from, string $to): int
    {
        return (int) (new DateTimeImmutable($from))->diff(new DateTimeImmutable($to))->format('%a') + 1;
    }
}

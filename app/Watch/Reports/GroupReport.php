<?php

declare(strict_types=1);

namespace App\Watch\Reports;

use App\Stores\Models\Store;
use App\Stores\Reporting\ReportBoard;
use App\Stores\Reporting\YearPart;
use App\Watch\Lists\Gain;
use App\Watch\Lists\StoreSum;
use Generator;

/** Several stores in one report: what was changed in each and what it earned, beside how their clicks went. */
final readonly class GroupReport
{
    public const COLUMNS = [
        'store', 'changes', 'clicks', 'clicks_low', 'clicks_high', 'revenue', 'revenue_low', 'revenue_high', 'currency',
        'clicks_13_weeks', 'clicks_of_both_years_days', 'clicks_a_year_earlier', 'hours', 'cost',
    ];

    /** Stores that one report holds. */
    public const MOST = 50;

    /**
     * @param  list<array{store: Store, sum: StoreSum, year: ?YearPart, cost: Cost}>  $rows
     * @param  Gain  $clicks  of all, in 28 days
     * @param  array<string, Gain>  $money  of all, by currency
     */
    private function __construct(
        public string $from,
        public string $to,
        public array $rows,
        public Gain $clicks,
        public array $money,
    ) {
    }

    /** @param  list<Store>  $stores */
    public static function of(array $stores, string $from, string $to): self
    {
        $rows = $money = [];
        $clicks = new Gain();
        foreach (array_slice($stores, 0, self::MOST) as $store) {
            $sum = StoreSum::of($store, $from, $to);
            $clicks = $clicks->and($sum->clicks);
            foreach ($sum->money as $currency => $gain) {
                $money[$currency] = ($money[$currency] ?? new Gain())->and($gain);
            }
            $rows[] = [
                'store' => $store,
                'sum' => $sum,
                'year' => app(ReportBoard::class)->year($store)?->all(),
                'cost' => Cost::of($store, $from, $to),
            ];
        }
        ksort($money);

        return new self($from, $to, $rows, $clicks, $money);
    }

    /** All stores beside a year earlier; only days that are told of both years count. */
    public function year(): YearPart
    {
        $years = array_values(array_filter(array_column($this->rows, 'year')));

        return new YearPart(
            '',
            'All',
            array_sum(array_column($years, 'clicks')),
            array_sum(array_column($years, 'beside')),
            array_sum(array_column($years, 'earlier')),
        );
    }

    /** @return Generator<list<string|int|float|null>> */
    public function export(): Generator
    {
        foreach ($this->rows as ['store' => $store, 'sum' => $sum, 'year' => $year, 'cost' => $cost]) {
            // A store with sales in several currencies has a row for each.
            foreach ($sum->money === [] ? ['' => null] : $sum->money as $currency => $gain) {
                yield [
                    $store->name,
                    $sum->changes,
                    round($sum->clicks->value, 1),
                    round($sum->clicks->low(), 1),
                    round($sum->clicks->high(), 1),
                    $gain === null ? null : round($gain->value, 2),
                    $gain === null ? null : round($gain->low(), 2),
                    $gain === null ? null : round($gain->high(), 2),
                    $currency,
                    $year?->clicks,
                    $year?->beside,
                    $year?->earlier,
                    round($cost->hours, 1),
                    round($cost->work(), 2),
                ];
            }
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Watch\Reports;

use App\Stores\Models\Store;
use App\Stores\Overview\OverviewBoard;
use App\Stores\Overview\WeeksOfClicks;
use App\Stores\Reporting\ReportBoard;
use App\Stores\Reporting\Spent;
use App\Stores\Reporting\YearOnYear;
use App\Stores\Reporting\YearPart;
use App\Stores\Steps\StepBoard;
use App\Watch\Lists\ResultList;
use App\Watch\Lists\ResultRow;
use App\Watch\Lists\StoreSum;
use DateTimeImmutable;
use InvalidArgumentException;

/** What was done in a time, what it earned, how the store's clicks went, and what is next. */
final readonly class Report
{
    /** Changes that a report lists. */
    private const MOST = 200;

    /** Days of a report without dates: a quarter in whole weeks. */
    private const DAYS = 91;

    private const LONGEST = 735;

    /**
     * @param  list<ResultRow>  $changes  made in this time, the newest first
     * @param  list<array{?int, string}>  $next  what waits, by step
     */
    private function __construct(
        public Store $store,
        public string $from,
        public string $to,
        public StoreSum $sum,
        public array $changes,
        public ?WeeksOfClicks $weeks,
        public array $next,
        public Cost $cost,
        public ?YearOnYear $year,
        public ?Finance $finance,
    ) {
    }

    /**
     * The first and the last day of a report; a quarter to today where none are given.
     *
     * @return array{string, string}
     *
     * @throws InvalidArgumentException where the days are none, or too far apart
     */
    public static function days(Store $store, ?string $from, ?string $to): array
    {
        $day = static function (?string $given, string $else): string {
            $date = $given === null ? null : DateTimeImmutable::createFromFormat('!Y-m-d', $given);
            if ($date === false || ($date !== null && $date->format('Y-m-d') !== $given)) {
                throw new InvalidArgumentException('Days are written as 2026-09-01.');
            }

            return $given ?? $else;
        };
        $to = $day($to, $store->today());
        $from = $day($from, (new DateTimeImmutable($to))->modify('-'.self::DAYS.' days')->format('Y-m-d'));
        $days = (int) (new DateTimeImmutable($from))->diff(new DateTimeImmutable($to))->format('%r%a');
        if ($days < 0 || $days > self::LONGEST) {
            throw new InvalidArgumentException('The last day is the first or later, and within two years of it.');
        }

        return [$from, $to];
    }

    /** @throws InvalidArgumentException where the days are none, or too far apart */
    public static function of(Store $store, ?string $from = null, ?string $to = null): self
    {
        [$from, $to] = self::days($store, $from, $to);
        $next = [];
        foreach (app(StepBoard::class)->hands($store) as $hand) {
            $hand === null || ($next[] = [$hand->count, $hand->words]);
        }

        return new self(
            $store,
            $from,
            $to,
            StoreSum::of($store, $from, $to),
            ResultList::between($store, $from, $to, self::MOST),
            app(OverviewBoard::class)->weeks($store),
            $next,
            Cost::of($store, $from, $to),
            app(ReportBoard::class)->year($store),
            Finance::of($store, $from, $to),
        );
    }

    /** Hundredths by which clicks are to be more than a year earlier; null where the store has no target. */
    public function target(): ?int
    {
        return $this->store->options()->targetGrowth ?: null;
    }

    /** One file that needs no other: its styles stand in it. */
    public function html(): string
    {
        return str_replace(
            '</head>',
            '<style>'.file_get_contents(resource_path('report.css')).'</style></head>',
            view('watch.report-file', ['report' => $this, 'store' => $this->store])->render(),
        );
    }

    /** @return array<string, mixed> for scripts; clicks and money of 28 days */
    public function toArray(): array
    {
        $today = $this->store->today();

        return [
            'store' => $this->store->slug,
            'from' => $this->from,
            'to' => $this->to,
            'sum' => $this->sum->toArray(),
            'changes' => array_map(
                static fn (ResultRow $row): array => [
                    'name' => $row->name,
                    'date' => $row->day,
                    'pages' => $row->pages,
                    'clicks' => $row->gain['clicks'] ?? null,
                    'clicks_low' => $row->gain['low'] ?? null,
                    'clicks_high' => $row->gain['high'] ?? null,
                    'verdict' => $row->verdictKey(),
                    'words' => $row->words($today),
                ],
                $this->changes,
            ),
            'cost' => [
                'pages_by_hand' => $this->cost->pages,
                'hours' => round($this->cost->hours, 1),
                'work' => round($this->cost->work(), 2),
                'spent' => array_map(
                    static fn (Spent $one): array => [
                        'for' => $one->for,
                        'amount' => round($one->amount, 4),
                        'currency' => $one->currency,
                    ],
                    $this->cost->spent,
                ),
            ],
            'year_on_year' => array_map(
                static fn (YearPart $part): array => [
                    'by' => $part->by,
                    'name' => $part->name,
                    'clicks' => $part->clicks,
                    'clicks_of_both_years_days' => $part->beside,
                    'clicks_a_year_earlier' => $part->earlier,
                ],
                $this->year->parts ?? [],
            ),
            'target_growth' => $this->target(),
            'revenue_beside_accounts' => $this->finance?->toArray(),
            'next' => array_map(static fn (array $one): array => ['count' => $one[0], 'words' => $one[1]], $this->next),
        ];
    }
}

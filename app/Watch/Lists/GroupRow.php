<?php

declare(strict_types=1);

namespace App\Watch\Lists;

use App\Platform\Database\Row;
use App\Watch\Judging\GroupedBy;
use Orchard\Core\Outcome\Verdict;

/** What came of a change in a part of its pages; clicks and money of 28 days. */
final readonly class GroupRow
{
    /**
     * @param  array{clicks: float, low: float, high: float}  $gain
     * @param  array{rate: ?float, position: ?float, clicks: float, orders: float, revenue: float}  $before  of 28 days
     * @param  array{rate: ?float, position: ?float, clicks: float, orders: float, revenue: float}  $after
     */
    private function __construct(
        public GroupedBy $by,
        public int $part,
        public string $name,
        public int $pages,
        public array $gain,
        public Verdict $verdict,
        public ?float $clickValue,
        public ?string $currency,
        public array $before,
        public array $after,
        public ?float $promised,
        public ?float $promisedClicks,
    ) {
    }

    public static function fromRow(Row $row, int $weeks): self
    {
        $per = ResultRow::DAYS / 7 / $weeks;
        $sight = static fn (float $clicks, float $impressions, float $places, float $orders, float $revenue): array => [
            'rate' => $impressions > 0 ? $clicks / $impressions : null,
            'position' => $impressions > 0 && $places > 0 ? $places / $impressions / 1000 : null,
            'clicks' => $clicks * $per,
            'orders' => $orders * $per,
            'revenue' => $revenue * $per,
        ];

        return new self(
            GroupedBy::from($row->int('grouped_by')),
            $row->int('part'),
            $row->text('name'),
            $row->int('pages'),
            [
                'clicks' => ($row->number('came') - $row->number('expected')) * $per,
                'low' => $row->number('low') * $per,
                'high' => $row->number('high') * $per,
            ],
            Verdict::from($row->int('verdict')),
            $row->numberOrNull('click_value'),
            $row->currency,
            $sight(
                $row->number('clicks_before'),
                $row->number('impressions_before'),
                $row->number('places_before'),
                $row->number('orders_before'),
                $row->number('revenue_before'),
            ),
            $sight(
                $row->number('came'),
                $row->number('impressions'),
                $row->number('places'),
                $row->number('orders'),
                $row->number('revenue'),
            ),
            $row->numberOrNull('promised'),
            $row->numberOrNull('promised_clicks'),
        );
    }

    public function money(string $of = 'clicks'): ?float
    {
        return $this->clickValue === null ? null : $this->gain[$of] * $this->clickValue;
    }

    public function words(): string
    {
        return match ($this->verdict) {
            Verdict::Earned => match (true) {
                $this->promisedClicks === null => 'earned',
                $this->gain['clicks'] > 1.2 * $this->promisedClicks => 'more than promised',
                $this->gain['clicks'] < 0.8 * $this->promisedClicks => 'less than promised',
                default => 'as promised',
            },
            Verdict::Lost => 'lost',
            Verdict::None => 'no effect, or too small',
            Verdict::Few => 'too few pages',
            Verdict::Open => 'cannot be told yet',
        };
    }
}

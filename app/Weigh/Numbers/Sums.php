<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Platform\Database\Row;
use Orchard\Core\Demand\RateRange;

/** Clicks, impressions and sales of some weeks. */
final readonly class Sums
{
    /**
     * @param  int  $positionSum  thousandths of positions, each times its impressions
     * @param  float  $revenue  in the currency of the market
     */
    public function __construct(
        public int $clicks,
        public int $impressions,
        public int $positionSum,
        public int $orders = 0,
        public float $revenue = 0.0,
    ) {
    }

    /** @param  string  $end  of the columns: "", "_before", "_year", "_beside_before", "_beside_year" */
    public static function from(Row $row, string $end = ''): self
    {
        return new self(
            $row->int("clicks$end"),
            $row->int("impressions$end"),
            $row->int("position_sum$end"),
            (int) ($row->{"orders$end"} ?? 0),
            (float) ($row->{"revenue$end"} ?? 0.0),
        );
    }

    /** Average position, weighted by impressions; null where none was told. */
    public function position(): ?float
    {
        return $this->impressions > 0 && $this->positionSum > 0 ? $this->positionSum / $this->impressions / 1000 : null;
    }

    public function rate(): ?RateRange
    {
        return RateRange::of($this->clicks, $this->impressions);
    }
}

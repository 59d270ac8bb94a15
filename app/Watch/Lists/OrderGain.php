<?php

declare(strict_types=1);

namespace App\Watch\Lists;

use App\Platform\Database\Row;
use Orchard\Core\Outcome\Outcome;

/** What a change did to orders, told for 28 days. */
final readonly class OrderGain
{
    private function __construct(
        public float $came,
        public float $expected,
        public float $low,
        public float $high,
        private float $chance,
    ) {
    }

    /**
     * @param  Row  $row  of watch_changes
     * @param  float  $per  what the judged weeks are multiplied with
     */
    public static function fromRow(Row $row, float $per): ?self
    {
        return $row->orders_came === null
            ? null
            : new self(
                $row->number('orders_came') * $per,
                $row->number('orders_expected') * $per,
                $row->number('orders_low') * $per,
                $row->number('orders_high') * $per,
                $row->number('orders_chance'),
            );
    }

    public function gain(): float
    {
        return $this->came - $this->expected;
    }

    /** Whether chance alone seldom does as much. */
    public function isTold(): bool
    {
        return $this->chance <= Outcome::TELLING;
    }
}

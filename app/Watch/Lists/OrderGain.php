<?php

declare(strict_types=1);

namespace App\Watch\Lists;

use Orchard\Core\Outcome\Outcome;
use stdClass;

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
     * @param  stdClass  $row  of watch_changes
     * @param  float  $per  what the judged weeks are multiplied with
     */
    public static function fromRow(stdClass $row, float $per): ?self
    {
        return $row->orders_came === null
            ? null
            : new self(
                (float) $row->orders_came * $per,
                (float) $row->orders_expected * $per,
                (float) $row->orders_low * $per,
                (float) $row->orders_high * $per,
                (float) $row->orders_chance,
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

<?php

declare(strict_types=1);

namespace App\Watch\Lists;

/** One scale for the ranges of many rows, with nothing on it, so that they can be set beside each other by eye. */
final readonly class GainBar
{
    public const WIDTH = 150;

    private const MARGIN = 6;

    private function __construct(private float $low, private float $high)
    {
    }

    /** @param  array<ResultRow|GroupRow>  $rows */
    public static function of(array $rows): self
    {
        $values = [0.0];
        foreach ($rows as $row) {
            $row->gain === null || array_push($values, $row->gain['low'], $row->gain['high']);
        }

        return new self(min($values), max([...$values, min($values) + 1]));
    }

    public function x(float $clicks): float
    {
        return round(
            self::MARGIN + (($clicks - $this->low) / ($this->high - $this->low)) * (self::WIDTH - 2 * self::MARGIN),
            1,
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Watch\Lists;

/** A sum of gains with its range, in clicks or in a currency. */
final readonly class Gain
{
    /** Of the normal law, which a sum of many gains follows: 9 times in 10 within so many errors. */
    private const REACH = 1.645;

    public function __construct(public float $value = 0.0, private float $variance = 0.0)
    {
    }

    public function plus(float $value, float $error): self
    {
        return new self($this->value + $value, $this->variance + $error ** 2);
    }

    public function and(self $other): self
    {
        return new self($this->value + $other->value, $this->variance + $other->variance);
    }

    public function low(): float
    {
        return $this->value - self::REACH * sqrt($this->variance);
    }

    public function high(): float
    {
        return $this->value + self::REACH * sqrt($this->variance);
    }

    /** @return array{value: float, low: float, high: float} */
    public function toArray(): array
    {
        return ['value' => round($this->value, 2), 'low' => round($this->low(), 2), 'high' => round($this->high(), 2)];
    }
}

<?php

declare(strict_types=1);

namespace Orchard\Core\Claims;

/** A figure with its unit, in the base unit of what it measures: metres, grams, litres, months, watts … */
final readonly class Quantity
{
    /** Pieces and other figures without a unit. */
    public const PLAIN = '';

    /**
     * @param  string  $of  what it measures, such as "length"; PLAIN without a unit; "price EUR" for money
     * @param  float  $low  in the base unit; the same as $high where it is no range
     * @param  float  $step  what the last digit as written stands for, in the base unit
     * @param  string  $bound  "": just so; "about", "above" or "below" where the text says that
     */
    public function __construct(
        public string $of,
        public float $low,
        public float $high,
        public float $step,
        public string $bound = '',
    ) {
    }

    public function key(): string
    {
        return "$this->low $this->high $this->step $this->bound";
    }

    /** Whether this, as a text has it, is true where a fact says the other. */
    public function agreesWith(self $fact): bool
    {
        if ($this->of !== $fact->of) {
            return false;
        }

        return match ($this->bound) {
            // "Over 50 hours" is fair of 52 and of 60, not of 200.
            'above' => $fact->high > $this->low && $fact->low <= 1.5 * $this->low,
            'below' => $fact->low < $this->high && $fact->high >= 0.5 * $this->high,
            'about' => $this->isNear($fact->low, 0.06) || $this->isNear($fact->high, 0.06),
            default => $this->isWithin($fact),
        };
    }

    private function isWithin(self $fact): bool
    {
        // A figure may be rounded as far as its last digit goes, and never by more than a tenth: 1 kg is not 1.5.
        $slack = min(max($this->step, $fact->step) / 2, 0.1 * max(abs($fact->low), abs($this->low))) + 1e-9;
        if ($this->low === $this->high) {
            // One figure is true of a range that it ends, or that holds it.
            return $this->low >= $fact->low - $slack && $this->low <= $fact->high + $slack;
        }

        return abs($this->low - $fact->low) <= $slack && abs($this->high - $fact->high) <= $slack;
    }

    private function isNear(float $value, float $share): bool
    {
        return abs($value - $this->low) <= max($share * $value, $this->step / 2);
    }
}

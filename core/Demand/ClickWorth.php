<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/**
 * What a click is worth: orders a click (a gamma law) times the value of an order (another), times the margin.
 */
final readonly class ClickWorth
{
    private ?GammaLaw $values;

    /**
     * @param  GammaLaw  $orders  a click
     * @param  float  $value  of an order, mean
     * @param  float  $variance  of that mean
     * @param  float  $margin  0 to 1
     */
    public function __construct(private GammaLaw $orders, private float $value, float $variance, private float $margin)
    {
        // A gamma law, for an order's value is never below nothing.
        $this->values = $variance > 0 && $value > 0 ? new GammaLaw($value ** 2 / $variance, $value / $variance) : null;
    }

    /** At these points of the normal law, for the orders and for their value. */
    public function at(float $orders, float $value): float
    {
        return $this->orders->at($orders) *
            ($this->values === null ? $this->value : $this->values->at($value)) *
            $this->margin;
    }
}

<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use App\Facts\NumberWindow;
use App\Stores\Models\Store;

/** What a page's sales are worth to the store: the margin where files tell it, else revenue less returns and tax. */
final readonly class Earnings
{
    /** @param  float  $tax  part that is added to prices, from 0 */
    private function __construct(public bool $tellsMargin, private float $tax)
    {
    }

    public static function of(Store $store): self
    {
        return new self(NumberWindow::of($store)->tellsMargin ?? false, $store->options()->assumed('tax'));
    }

    public function kept(float $revenue, float $returned, float $margin): float
    {
        if ($this->tellsMargin) {
            // Of what came back the same part of the margin is lost.
            return max(0.0, $margin * ($revenue > 0 ? max(0.0, 1 - $returned / $revenue) : 1.0));
        }

        return max(0.0, $revenue - $returned) / (1 + $this->tax);
    }

    /** What it is called, for people. */
    public function words(): string
    {
        return $this->tellsMargin
            ? 'margin, less what came back'
            : 'revenue, less what came back'.($this->tax > 0 ? ' and tax' : '');
    }
}

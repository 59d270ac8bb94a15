<?php

declare(strict_types=1);

namespace App\Weigh;

use App\Store\Models\Store;
use App\Store\Steps\Step;
use App\Store\Steps\StepContribution;
use App\Store\Steps\Waiting;

final class WeighStep implements StepContribution
{
    public function step(): Step
    {
        return Step::Weigh;
    }

    public function url(Store $store): string
    {
        return route('weigh', $store);
    }

    public function waiting(Store $store): ?Waiting
    {
        return null;
    }
}

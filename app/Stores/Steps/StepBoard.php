<?php

declare(strict_types=1);

namespace App\Stores\Steps;

use App\Stores\Models\Store;

/** The steps that are built, by their own registration. */
final class StepBoard
{
    /** @var array<string, StepContribution> */
    private array $built = [];

    public function register(StepContribution $step): void
    {
        $this->built[$step->step()->value] = $step;
    }

    public function of(Step $step): ?StepContribution
    {
        return $this->built[$step->value] ?? null;
    }

    /**
     * What steps cannot begin without, by step.
     *
     * @param  list<string>  $steps  those that are asked for
     * @return array<string, Missing>
     */
    public function missing(Store $store, array $steps): array
    {
        return array_filter(
            array_map(
                static fn (StepContribution $built): ?Missing => $built->missing($store),
                array_intersect_key($this->built, array_flip($steps)),
            ),
        );
    }

    /** @return array<string, ?Hand> what needs a hand in the steps that are built */
    public function hands(Store $store): array
    {
        return array_map(static fn (StepContribution $built): ?Hand => $built->hand($store), $this->built);
    }

    /** @return list<Duty> what is done by itself, in the order of the steps */
    public function duties(Store $store): array
    {
        return array_merge(
            ...array_map(fn (Step $step): array => $this->of($step)?->duties($store) ?? [], Step::cases()),
        );
    }

    /** @return list<array{step: Step, url: ?string, waiting: ?Waiting}> url is null where a step is not built yet */
    public function forStore(Store $store): array
    {
        return array_map(function (Step $step) use ($store): array {
            $built = $this->of($step);

            return ['step' => $step, 'url' => $built?->url($store), 'waiting' => $built?->waiting($store)];
        }, Step::cases());
    }
}

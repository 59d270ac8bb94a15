<?php

declare(strict_types=1);

namespace App\Stores\Overview;

/** Clicks of the last whole weeks beside a year earlier, and what was sold by them. */
final readonly class WeeksOfClicks
{
    /**
     * @param  list<Week>  $weeks  oldest first
     * @param  ?int  $orders  of those weeks; null where none are told
     * @param  ?float  $revenue  null where orders of unlike currencies cannot be added
     * @param  string  $currency  of the revenue
     * @param  string  $url  where these numbers are looked at
     */
    public function __construct(
        public array $weeks,
        public ?int $orders,
        public ?float $revenue,
        public string $currency,
        public string $url,
    ) {
    }

    public function clicks(): int
    {
        return array_sum(array_map(static fn (Week $week): int => $week->clicks ?? 0, $this->weeks));
    }

    /**
     * Change against a year earlier over the weeks that both years tell, as a part of 1; null where none is told in
     * both.
     */
    public function change(): ?float
    {
        $both = array_filter(
            $this->weeks,
            static fn (Week $week): bool => $week->clicks !== null && $week->yearEarlier !== null,
        );
        $then = array_sum(array_map(static fn (Week $week): int => (int) $week->yearEarlier, $both));
        $now = array_sum(array_map(static fn (Week $week): int => (int) $week->clicks, $both));

        return $then > 0 ? $now / $then - 1 : null;
    }

    public function most(): int
    {
        return max(
            1,
            ...array_map(
                static fn (Week $week): int => max((int) $week->clicks, (int) $week->yearEarlier),
                $this->weeks,
            ),
        );
    }
}

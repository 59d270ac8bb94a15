<?php

declare(strict_types=1);

namespace App\Watch\Judging;

/** What a page counted in some weeks. */
final readonly class PageSums
{
    /** @param  int  $places  1000 x position x impressions */
    public function __construct(
        public int $clicks = 0,
        public int $impressions = 0,
        public int $places = 0,
        public int $orders = 0,
        public float $revenue = 0.0,
    ) {
    }

    /** 1 and more; 1 where the page was not seen. */
    public function position(): float
    {
        return $this->impressions > 0 ? max(1.0, $this->places / $this->impressions / 1000) : 1.0;
    }

    public function plus(self $other): self
    {
        return new self(
            $this->clicks + $other->clicks,
            $this->impressions + $other->impressions,
            $this->places + $other->places,
            $this->orders + $other->orders,
            $this->revenue + $other->revenue,
        );
    }
}

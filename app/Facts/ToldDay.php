<?php

declare(strict_types=1);

namespace App\Facts;

/** How many rows tell of one day, in one grain and of one part of the store (`market:3`, `folder:/de/`). */
final readonly class ToldDay
{
    public function __construct(
        private int $facts,
        private int $grain,
        public string $day,
        public string $scope,
        public int $n,
    ) {
    }

    /** Whether its rows hold what is asked for. */
    public function answers(ToldBy $by): bool
    {
        return $this->facts === $by->facts()->value && ($this->grain & $by->asked()) === $by->asked();
    }

    /** Whether its rows tell queries apart, beyond what is asked for. */
    public function isByQuery(): bool
    {
        return ($this->grain & Grain::QUERY) !== 0;
    }
}

<?php

declare(strict_types=1);

namespace App\Changes\Live;

use DateTimeImmutable;

/** Something on the axis of time that numbers are read by: a release, an event of the calendar, a break in the data. */
final readonly class TimeMark
{
    /**
     * @param  string  $first  yyyy-mm-dd in the store's time
     * @param  string  $last  the same day for a release
     */
    public function __construct(
        public string $first,
        public string $last,
        public string $name,
        public bool $isRelease,
        public bool $isBreak = false,
    ) {
    }

    /** Whether any of its days lies in the week that begins on a Monday. */
    public function isIn(string $monday): bool
    {
        $sunday = (new DateTimeImmutable($monday))->modify('+6 days')->format('Y-m-d');

        return $this->first <= $sunday && $this->last >= $monday;
    }

    public function words(): string
    {
        return $this->name.
            match (true) {
                $this->isRelease => ', released',
                $this->isBreak => ', a break in the data',
                default => '',
            };
    }
}

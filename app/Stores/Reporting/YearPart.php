<?php

declare(strict_types=1);

namespace App\Stores\Reporting;

/** A part of a store's clicks beside a year earlier. */
final readonly class YearPart
{
    /**
     * @param  string  $by  what it is a part by: empty for all, else such as "Market"
     * @param  int  $clicks  in all weeks
     * @param  int  $beside  of days that are told of both years
     * @param  int  $earlier  of the same days, 364 days earlier; 0 where none are told
     */
    public function __construct(
        public string $by,
        public string $name,
        public int $clicks,
        public int $beside,
        public int $earlier,
    ) {
    }

    /** As a part of 1; null where no day is told of both years. */
    public function change(): ?float
    {
        return $this->earlier > 0 ? $this->beside / $this->earlier - 1 : null;
    }
}

<?php

declare(strict_types=1);

namespace App\Facts\Calendar;

use DateTimeImmutable;
use stdClass;

/** Days that a store's people named, as they were entered. */
final readonly class CalendarEvent
{
    /**
     * @param  bool  $isBreak  whether nothing is compared across it without a word
     * @param  bool  $isFreeze  whether nothing is released on its days
     * @param  int  $days  how many, from 1
     */
    private function __construct(
        public int $id,
        public string $name,
        public bool $isBreak,
        public bool $isFreeze,
        public DateTimeImmutable $first,
        public int $days,
        public Returns $returns,
    ) {
    }

    /** @param  stdClass  $row  of calendar_events */
    public static function of(stdClass $row): self
    {
        return new self(
            (int) $row->id,
            (string) $row->name,
            (bool) $row->is_break,
            (bool) $row->is_freeze,
            new DateTimeImmutable((string) $row->first_day),
            (int) $row->days,
            Returns::from((string) $row->returns),
        );
    }

    /** Its last day where it begins on this one. */
    public function lastFrom(DateTimeImmutable $first): DateTimeImmutable
    {
        return $first->modify('+'.($this->days - 1).' days');
    }
}

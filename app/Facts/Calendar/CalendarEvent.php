<?php

declare(strict_types=1);

namespace App\Facts\Calendar;

use App\Platform\Database\Row;
use DateTimeImmutable;

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

    /** @param  Row  $row  of calendar_events */
    public static function of(Row $row): self
    {
        return new self(
            $row->int('id'),
            $row->text('name'),
            $row->isTrue('is_break'),
            $row->isTrue('is_freeze'),
            new DateTimeImmutable($row->text('first_day')),
            $row->int('days'),
            Returns::from($row->text('returns')),
        );
    }

    /** Its last day where it begins on this one. */
    public function lastFrom(DateTimeImmutable $first): DateTimeImmutable
    {
        return $first->modify('+'.($this->days - 1).' days');
    }
}

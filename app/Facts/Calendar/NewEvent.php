<?php

declare(strict_types=1);

namespace App\Facts\Calendar;

/** Something that the calendar is to hold. */
final readonly class NewEvent
{
    /**
     * @param  string  $first  its first day, YYYY-MM-DD
     * @param  string  $last  the last one
     * @param  bool  $isBreak  whether nothing is compared across it
     * @param  bool  $isFreeze  whether nothing is released on its days
     */
    public function __construct(
        public string $name,
        public string $first,
        public string $last,
        public Returns $returns = Returns::Never,
        public bool $isBreak = false,
        public bool $isFreeze = false,
    ) {
    }
}

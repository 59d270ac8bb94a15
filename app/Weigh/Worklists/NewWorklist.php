<?php

declare(strict_types=1);

namespace App\Weigh\Worklists;

/** A worklist that is to be opened. */
final readonly class NewWorklist
{
    /**
     * @param  string  $first  its first day, YYYY-MM-DD
     * @param  string  $due  the day on which it is to be done, YYYY-MM-DD
     * @param  int  $minutes  planned for all of its pages; 0 where it is planned by pages
     * @param  ?int  $owner  user to whom it is assigned
     */
    public function __construct(
        public string $name,
        public string $first,
        public string $due,
        public int $minutes = 0,
        public ?int $mostPages = null,
        public ?int $owner = null,
        public ?int $market = null,
    ) {
    }
}

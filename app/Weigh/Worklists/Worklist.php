<?php

declare(strict_types=1);

namespace App\Weigh\Worklists;

/** A worklist: what it is called, its period, and how much it holds. */
final readonly class Worklist
{
    /**
     * @param  int  $minutes  planned for all of its pages; 0 where it is planned by pages
     * @param  ?int  $mostPages  pages that are planned; null where it is planned by minutes
     * @param  ?int  $marketId  that it was made for; null for all
     * @param  string  $state  open or closed
     */
    public function __construct(
        public int $id,
        public string $name,
        public ?int $ownerId,
        public string $firstDay,
        public string $dueDay,
        public int $minutes,
        public ?int $mostPages,
        public ?int $marketId,
        public string $state,
        public string $note,
    ) {
    }

    public function isOpen(): bool
    {
        return $this->state === 'open';
    }
}

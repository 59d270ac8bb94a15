<?php

declare(strict_types=1);

namespace App\Gather\Files;

/** Days of a file whose rows are in use, superseded, removed or gone. */
final readonly class DaysOfFile
{
    public function __construct(
        public int $days,
        public string $firstDay,
        public string $lastDay,
        public int $rowCount,
        private string $state,
    ) {
    }

    /** What became of them, in words. */
    public function state(): string
    {
        return match ($this->state) {
            'owns' => 'in use',
            'rests' => 'superseded by a newer import',
            'back' => 'removed',
            'gone' => 'superseded more than 30 days ago, and deleted',
            default => $this->state,
        };
    }
}

<?php

declare(strict_types=1);

namespace App\Weigh\Worklists;

/** What is changed of one page of a worklist; null for what stays. */
final readonly class PageChange
{
    public function __construct(
        public ?bool $isLeft = null,
        public ?int $minutes = null,
        public ?string $note = null,
    ) {
    }
}

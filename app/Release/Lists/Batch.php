<?php

declare(strict_types=1);

namespace App\Release\Lists;

/** A release that was made. */
final readonly class Batch
{
    /**
     * @param  ?int  $undoOf  the release that it takes back
     * @param  ?string  $userName  of whoever made it, where that was asked for
     * @param  int  $items  how many it has
     */
    public function __construct(
        public int $id,
        public string $name,
        public ?int $undoOf,
        public ?int $userId,
        public string $createdAt,
        public ?string $sentAt,
        public int $items,
        public ?string $note,
        public ?string $userName = null,
    ) {
    }
}

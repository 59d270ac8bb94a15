<?php

declare(strict_types=1);

namespace App\Tend\Robots;

/** A version of a store's robots.txt. */
final readonly class RobotsVersion
{
    /**
     * @param  int  $origin  1 fetched from the shop, 2 written here
     * @param  int  $status  HTTP status of what was fetched; 0 of what was written
     * @param  ?string  $seenAt  when the shop was last seen to show just this
     * @param  string  $body  empty in the list of versions
     */
    public function __construct(
        public int $id,
        public int $origin,
        public int $status,
        public string $note,
        public string $madeAt,
        public ?string $seenAt,
        public string $body = '',
        public ?string $userName = null,
    ) {
    }
}

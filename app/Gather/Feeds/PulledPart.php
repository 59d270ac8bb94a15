<?php

declare(strict_types=1);

namespace App\Gather\Feeds;

/** How far a part of the feed was fetched. */
final readonly class PulledPart
{
    /**
     * @param  ?string  $pulledTo  the newest day that was told, yyyy-mm-dd
     * @param  ?string  $wholeTo  the newest day that was told in full
     * @param  string  $pulledAt  moment, UTC
     */
    public function __construct(
        public string $part,
        public ?string $pulledTo,
        public ?string $wholeTo,
        public string $pulledAt,
    ) {
    }
}

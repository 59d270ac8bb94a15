<?php

declare(strict_types=1);

namespace App\Watch\Lists;

use App\Watch\Changed\ChangeSource;

/** A change whose result is watched. */
final readonly class WatchedChange
{
    /**
     * @param  int  $sourceId  of the release, the trial or whatever made it
     * @param  string  $firstDay  on which its first page was live
     * @param  string  $day  on which nine of ten were
     */
    public function __construct(
        public int $id,
        public string $name,
        public ChangeSource $source,
        public int $sourceId,
        public string $firstDay,
        public string $day,
        public ?string $note,
        public ?int $decidedBy,
        public ?string $fetchedOn,
        public bool $fetchTold,
        public ?string $decider = null,
    ) {
    }
}

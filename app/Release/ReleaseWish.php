<?php

declare(strict_types=1);

namespace App\Release;

use App\Release\Items\Via;

/** What is to be released of what is ready. */
final readonly class ReleaseWish
{
    /**
     * @param  ?list<int>  $drafts  null for all that are ready
     * @param  ?list<int>  $addresses  changes of addresses; null for all that are ready
     * @param  ?string  $name  of the release; null for the day and the hour
     * @param  int  $percent  1 to 100: a first part of a large release, taken evenly; the rest stays ready
     * @param  ?Via  $only  the way that all of it takes; null as it was chosen for the store
     */
    public function __construct(
        public ?array $drafts = null,
        public ?array $addresses = null,
        public ?string $name = null,
        public int $percent = 100,
        public ?Via $only = null,
    ) {
    }
}

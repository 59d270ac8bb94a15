<?php

declare(strict_types=1);

namespace App\Changes\Live;

/** What one release made live on one page. */
final readonly class LiveChange
{
    /**
     * @param  list<int>  $fields  of texts and of the address
     * @param  string  $origin  an Origin, of the text that counts first; empty for an address
     * @param  string  $liveAt  UTC, when the last of it was live
     * @param  ?string  $undoneAt  UTC, when any of it was taken back
     * @param  ?string  $before  the first of its texts as it was; null where only the address was changed
     * @param  ?string  $after  the same text since then
     * @param  ?int  $recipe  that made the first of its texts
     */
    public function __construct(
        public int $page,
        public array $fields,
        public string $origin,
        public string $liveAt,
        public ?string $undoneAt,
        public ?string $before,
        public ?string $after,
        public ?int $recipe,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace App\Inventory\Index;

/** What a search engine’s own report tells of a page. */
final readonly class ToldIndex
{
    /**
     * @param  ?bool  $isListed  null where it does not say
     * @param  string  $reason  in its words
     * @param  string  $keptUrl  the canonical that it chose; may be empty
     * @param  string  $shownTitle  may be empty
     * @param  ?string  $fetchedOn  day, yyyy-mm-dd
     */
    public function __construct(
        public ?bool $isListed,
        public string $reason,
        public string $keptUrl,
        public string $shownTitle,
        public ?string $fetchedOn,
    ) {
    }
}

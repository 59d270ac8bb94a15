<?php

declare(strict_types=1);

namespace App\Match\Roads;

/** What somebody kept of a road: the term, the rival page, and the links that were counted. */
final readonly class KeptRoad
{
    /**
     * @param  string  $digest  of the term, 16 bytes
     * @param  int  $rivalBacklinks  followed, in the content of other sites, each site once
     * @param  int  $rivalInternal  followed, in the content of its own site
     * @param  ?int  $ownBacklinks  null where the lists of the store tell them
     */
    public function __construct(
        public int $id,
        public int $marketId,
        public string $digest,
        public string $term,
        public string $rivalUrl,
        public int $rivalBacklinks,
        public int $rivalInternal,
        public ?int $ownBacklinks,
    ) {
    }
}

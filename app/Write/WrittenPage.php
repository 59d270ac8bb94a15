<?php

declare(strict_types=1);

namespace App\Write;

/** A page as its texts are written and held against: what it is, and what the shop tells of it. */
final readonly class WrittenPage
{
    /**
     * @param  int  $id  of the resource
     * @param  int  $pageId  0 where it has no page yet
     * @param  int  $kind  value of a PageKind
     * @param  string  $attributes  facts of the shop by name, as JSON
     */
    public function __construct(
        public int $id,
        public int $pageId,
        public int $marketId,
        public int $kind,
        public string $name,
        public string $attributes,
    ) {
    }
}

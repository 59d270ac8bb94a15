<?php

declare(strict_types=1);

namespace App\Inventory\Terms;

/** A query that a page was seen for, over the weeks that lists sum. */
final readonly class SeenQuery
{
    /** @param  ?float  $position  its average, by impressions */
    public function __construct(
        public int $id,
        public string $text,
        public int $clicks,
        public int $impressions,
        public ?float $position = null,
    ) {
    }
}

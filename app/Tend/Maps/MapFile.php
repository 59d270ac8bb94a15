<?php

declare(strict_types=1);

namespace App\Tend\Maps;

/** A sitemap, without what is in it. */
final readonly class MapFile
{
    /**
     * @param  int  $told  pages of which the index state is known
     * @param  int  $listed  of them, those that are indexed
     * @param  ?string  $changed  day of the newest true change
     */
    public function __construct(
        public string $name,
        public int $marketId,
        public int $kind,
        public int $urls,
        public int $told,
        public int $listed,
        public ?string $changed,
        public string $madeAt,
    ) {
    }
}

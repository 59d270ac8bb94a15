<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

/** A page with its sums for one query. */
final readonly class QueryPage
{
    /**
     * @param  bool  $isBest  whether it stands best for it
     * @param  int  $positionSum  of thousandths, weighted by impressions
     */
    public function __construct(
        public int $pageId,
        public string $url,
        public ?string $title,
        public bool $isBest,
        public int $clicks,
        public int $impressions,
        public int $positionSum,
    ) {
    }
}

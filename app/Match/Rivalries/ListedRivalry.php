<?php

declare(strict_types=1);

namespace App\Match\Rivalries;

/** Two pages that are seen for one term, as a row of the list. */
final readonly class ListedRivalry
{
    /**
     * @param  int  $pageId  the one that is shown more
     * @param  float  $turns  0 side by side, 1 never on one day
     * @param  float  $lostClicks  in four weeks
     * @param  ?Verdict  $decision  null where nobody has decided
     */
    public function __construct(
        public int $termId,
        public string $term,
        public int $pageId,
        public int $rivalId,
        public int $impressions,
        public int $rivalImpressions,
        public int $positionMilli,
        public int $rivalPositionMilli,
        public float $turns,
        public float $lostClicks,
        public bool $takesTurns,
        public ?Verdict $decision,
        public ?string $reviewOn,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace App\Watch\Lists;

/** A page of a change: what came beside what would have come. */
final readonly class ChangedPage
{
    /**
     * @param  int  $part  its group; 0 where it does not count
     * @param  int  $leftOut  why it does not count: value of a LeftOut
     * @param  string  $whyNot  why it gained nothing, in words; empty where that is not known
     */
    public function __construct(
        public int $pageId,
        public int $part,
        public int $kind,
        public ?string $liveOn,
        public int $leftOut,
        public string $url,
        public int $clicksBefore,
        public int $clicks,
        public float $expected,
        public float $gain,
        public int $impressionsBefore,
        public int $impressions,
        public ?float $positionBefore,
        public ?float $position,
        public int $ordersBefore,
        public int $orders,
        public float $revenueBefore,
        public float $revenue,
        public ?float $promised,
        public string $whyNot,
        public ?string $titleBefore = null,
        public ?string $titleNow = null,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use App\Inventory\WhyNot;
use App\Stores\Kinds\PageKind;
use Orchard\Core\StructuredData\LifeState;

/** A page with the figures from which it is scored. */
final readonly class ScoredPage
{
    /**
     * @param  string  $address  path and query
     * @param  int  $positionMilli  1000 x average position, by impressions
     * @param  string  $revenue  of orders, a decimal number
     * @param  int  $toldClicks  of the days on which queries are told; impressions and positions likewise
     * @param  int  $toldPositions  1000 x the sum of positions over those impressions
     * @param  float  $soldClicks  clicks of the weeks in which orders are told
     * @param  float  $squares  sum of the squares of what single weeks sold
     * @param  int  $groupId  the collection with whose season it goes; 0 for none
     * @param  ?float  $base  null where nothing is known of a year earlier
     */
    public function __construct(
        public int $pageId,
        public string $address,
        public PageKind $kind,
        public LifeState $life,
        public WhyNot $whyNot,
        public int $clicks,
        public int $impressions,
        public int $positionMilli,
        public int $orders,
        public string $revenue,
        public int $toldClicks,
        public int $toldImpressions,
        public int $toldPositions,
        public float $soldClicks,
        public float $soldOrders,
        public float $soldRevenue,
        public float $soldReturned,
        public float $soldMargin,
        public float $squares,
        public int $orderWeeks,
        public int $groupId,
        private ?float $base,
        private float $ahead4,
        private float $ahead13,
        private float $ahead26,
    ) {
    }

    /** Its own of a year earlier; null where nothing is known. */
    public function season(): ?SeasonSums
    {
        return $this->base === null ? null : new SeasonSums($this->base, $this->ahead4, $this->ahead13, $this->ahead26);
    }
}

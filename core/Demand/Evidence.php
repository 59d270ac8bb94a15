<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/** What is known of one page over the window. */
final readonly class Evidence
{
    /**
     * @param  int  $page  its id
     * @param  int  $kind  of page
     * @param  int  $group  the collection that it belongs to; 0 for none
     * @param  list<Pair>  $pairs  its queries; what is withheld as query 0
     * @param  float  $clicks  all of them, own brand too, on the days of which orders are told: what orders are
     *     measured against
     * @param  float  $revenue  from 0
     * @param  list<int>  $words  what its address tells beside: a number below 0 for each word and for its folder
     * @param  float  $squares  sum of revenue squared over orders of its weeks, from which the spread of single orders
     *     follows
     * @param  int  $weeks  that had orders
     * @param  bool  $isHome  whether it is the home page, whose buyers are others
     */
    public function __construct(
        public int $page,
        public int $kind,
        public int $group,
        public array $pairs,
        public float $clicks,
        public float $orders,
        public float $revenue,
        public array $words = [],
        public float $squares = 0.0,
        public int $weeks = 0,
        public bool $isHome = false,
    ) {
    }

    /** @return list<int> what it shares with other pages: its collection, and its words */
    public function features(): array
    {
        return $this->group > 0 ? [$this->group, ...$this->words] : $this->words;
    }
}

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
     * @param  float  $clicks  all of them, own brand too: what orders are measured against
     * @param  float  $revenue  from 0
     */
    public function __construct(public int $page, public int $kind, public int $group, public array $pairs, public float $clicks, public float $orders, public float $revenue)
    {
    }
}

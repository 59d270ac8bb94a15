<?php

declare(strict_types=1);

namespace App\Inventory\Events;

use Illuminate\Foundation\Events\Dispatchable;

/**
 * Pages are of another market than before, by the language that they tell. Told within the transaction that moves
 * them.
 */
final readonly class PagesChangedMarket
{
    use Dispatchable;

    /** @param  list<int>  $pages */
    public function __construct(public array $pages, public int $market)
    {
    }
}

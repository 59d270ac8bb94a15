<?php

declare(strict_types=1);

namespace App\Inventory\Events;

use Illuminate\Foundation\Events\Dispatchable;

/** A page that was planned has been made: at the address that was planned, or at another. */
final readonly class PlannedPageArrived
{
    use Dispatchable;

    public function __construct(public int $storeId, public int $planned, public int $page)
    {
    }
}

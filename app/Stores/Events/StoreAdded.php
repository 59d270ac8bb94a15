<?php

declare(strict_types=1);

namespace App\Stores\Events;

use Illuminate\Foundation\Events\Dispatchable;

/** A store was added by a person, who wants to see its pages. */
final readonly class StoreAdded
{
    use Dispatchable;

    public function __construct(public int $storeId, public int $userId)
    {
    }
}

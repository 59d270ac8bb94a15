<?php

declare(strict_types=1);

namespace App\Facts\Events;

use Illuminate\Foundation\Events\Dispatchable;

/** A break in the data was entered or taken out; what is compared across it is to be summed anew. */
final readonly class BreaksChanged
{
    use Dispatchable;

    public function __construct(public int $storeId)
    {
    }
}

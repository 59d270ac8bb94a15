<?php

declare(strict_types=1);

namespace App\Stores\Events;

use Illuminate\Foundation\Events\Dispatchable;

/** The owner's rules for kinds or markets have changed; the inventory is to be sorted anew. */
final readonly class RulesChanged
{
    use Dispatchable;

    public function __construct(public int $storeId, public mixed $userId)
    {
    }
}

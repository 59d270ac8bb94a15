<?php

declare(strict_types=1);

namespace App\Changes\Events;

use Illuminate\Foundation\Events\Dispatchable;

/**
 * A resource has a new address in the shop, and the old one redirects there; whoever holds the old one mends it. Sent
 * inside the transaction.
 */
final readonly class AddressMoved
{
    use Dispatchable;

    public function __construct(public int $storeId, public string $from, public string $to)
    {
    }
}

<?php

declare(strict_types=1);

namespace App\Inventory\Events;

use Closure;
use Illuminate\Foundation\Events\Dispatchable;

/**
 * A store's pages, resources and shown texts have been brought up to date; steps rebuild the lists that they keep of
 * them.
 */
final readonly class InventoryRefreshed
{
    use Dispatchable;

    /** @param  Closure(): void  $stillAlive to be called now and then while a listener works */
    public function __construct(public int $storeId, public Closure $stillAlive)
    {
    }
}

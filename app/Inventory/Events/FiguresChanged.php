<?php

declare(strict_types=1);

namespace App\Inventory\Events;

use Closure;
use Illuminate\Foundation\Events\Dispatchable;

/** A step has reckoned its figures of a store's pages anew; lists that are kept in their order take them over. */
final readonly class FiguresChanged
{
    use Dispatchable;

    /** @param  Closure(): void  $stillAlive to be called now and then while a listener works */
    public function __construct(public int $storeId, public Closure $stillAlive)
    {
    }
}

<?php

declare(strict_types=1);

namespace App\Changes\Events;

use Illuminate\Foundation\Events\Dispatchable;

/** A release is about to go out; it takes nothing back. Raised in the transaction that makes it. */
final readonly class ReleaseBegun
{
    use Dispatchable;

    /** @param  list<int>  $pages  whose texts or addresses it changes */
    public function __construct(public int $storeId, public int $release, public array $pages)
    {
    }
}

<?php

declare(strict_types=1);

namespace App\Catalogue\Events;

use Illuminate\Foundation\Events\Dispatchable;

/**
 * Resources that were made from pages are the shop's own from now on: their stored texts are known and no longer
 * guessed from what pages show.
 */
final readonly class ResourcesConnected
{
    use Dispatchable;

    /** @param  list<int>  $resourceIds */
    public function __construct(public int $storeId, public array $resourceIds)
    {
    }
}

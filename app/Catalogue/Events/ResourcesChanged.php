<?php

declare(strict_types=1);

namespace App\Catalogue\Events;

use Illuminate\Foundation\Events\Dispatchable;

/** Some resources of a store are new, or gone, outside of a crawl or a reading of the shop. */
final readonly class ResourcesChanged
{
    use Dispatchable;

    /** @param  list<int>  $resourceIds */
    public function __construct(public int $storeId, public array $resourceIds)
    {
    }
}

<?php

declare(strict_types=1);

namespace App\Catalogue\Events;

use Illuminate\Foundation\Events\Dispatchable;

/** What was written for one resource is for another from now on, for a planned page came to be that one. */
final readonly class ResourceGivesWay
{
    use Dispatchable;

    public function __construct(public int $storeId, public int $from, public int $to)
    {
    }
}

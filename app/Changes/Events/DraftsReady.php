<?php

declare(strict_types=1);

namespace App\Changes\Events;

use Illuminate\Foundation\Events\Dispatchable;

/** Drafts were marked as ready: they wait for approval, or for a release. */
final readonly class DraftsReady
{
    use Dispatchable;

    public function __construct(public int $storeId)
    {
    }
}

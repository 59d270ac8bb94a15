<?php

declare(strict_types=1);

namespace App\Inventory\Events;

use Illuminate\Foundation\Events\Dispatchable;

/** Pages go for another lead term than before. */
final readonly class TermsChanged
{
    use Dispatchable;

    /** @param  list<int>  $pages */
    public function __construct(public int $storeId, public array $pages)
    {
    }
}

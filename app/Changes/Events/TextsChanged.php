<?php

declare(strict_types=1);

namespace App\Changes\Events;

use Illuminate\Foundation\Events\Dispatchable;

/** Drafts or live texts of some resources have changed. */
final readonly class TextsChanged
{
    use Dispatchable;

    /**
     * @param  list<int>  $resourceIds
     * @param  array<int, string>  $digests  shown texts, old and new, whose groups of repeated texts may have grown or
     *     shrunk
     */
    public function __construct(public int $storeId, public array $resourceIds, public array $digests)
    {
    }
}

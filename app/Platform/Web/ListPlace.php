<?php

declare(strict_types=1);

namespace App\Platform\Web;

/** Where a list goes on, and how much of it is asked for. */
final readonly class ListPlace
{
    /**
     * @param  ?string  $after  the row before it, as the list itself named it; null for its beginning
     * @param  ?int  $size  rows; null for a screen of them
     */
    public function __construct(public ?string $after = null, public ?int $size = null)
    {
    }
}

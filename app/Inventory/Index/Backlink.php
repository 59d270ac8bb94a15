<?php

declare(strict_types=1);

namespace App\Inventory\Index;

/** A link to a page from another site. */
final readonly class Backlink
{
    public function __construct(public string $sourceUrl, public string $anchor, public bool $followed)
    {
    }
}

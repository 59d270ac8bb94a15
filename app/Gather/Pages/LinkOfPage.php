<?php

declare(strict_types=1);

namespace App\Gather\Pages;

use Orchard\Core\Markup\Link;

/** A link between two pages of the store, told by the page at its other end. */
final readonly class LinkOfPage
{
    public function __construct(public int $id, public string $url, public ?string $anchor, private int $rel)
    {
    }

    /** What its rel says, in words. */
    public function rel(): string
    {
        return Link::relInWords($this->rel);
    }
}

<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

/** A link to an address that is not the one to be found. */
final readonly class LinkToMend
{
    public function __construct(public string $fromUrl, public ?string $anchor, public string $toUrl)
    {
    }
}

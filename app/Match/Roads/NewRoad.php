<?php

declare(strict_types=1);

namespace App\Match\Roads;

use Orchard\Core\Terms\LinkStock;

/** The rival page that a term is to be taken from, and what leads to it and to our own. */
final readonly class NewRoad
{
    /** @param  ?int  $own  backlinks of our own page; null where the store's lists tell them */
    public function __construct(public string $rivalUrl, public LinkStock $rival, public ?int $own)
    {
    }
}

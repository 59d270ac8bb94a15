<?php

declare(strict_types=1);

namespace App\Inventory\Terms;

/** How a page came by a search term. What a person or a file said is never overwritten by a proposal. */
enum TermOrigin: string
{
    case Hand = 'hand';
    case File = 'file';
    case Proposed = 'proposed';
}

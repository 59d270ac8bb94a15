<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

/** Two pages of which one has a parameter, or both have it with different values. */
final readonly class ComparedPages
{
    /** @param  Resemblance  $kin  how the two stand to each other */
    public function __construct(public Identity $with, public Identity $without, public Resemblance $kin)
    {
    }
}

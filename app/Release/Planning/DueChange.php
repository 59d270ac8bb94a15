<?php

declare(strict_types=1);

namespace App\Release\Planning;

/** A change of a plan that is ready still. */
final readonly class DueChange
{
    /**
     * @param  bool  $same  whether it is what was looked at
     */
    public function __construct(public int $id, public bool $same)
    {
    }
}

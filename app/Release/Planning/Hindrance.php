<?php

declare(strict_types=1);

namespace App\Release\Planning;

/** What keeps the rest of a release from going. */
final readonly class Hindrance
{
    /** @param  bool  $isPassing  whether it may be over in some minutes */
    public function __construct(public string $words, public bool $isPassing)
    {
    }
}

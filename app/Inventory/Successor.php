<?php

declare(strict_types=1);

namespace App\Inventory;

/** A page that took another one's place, or whose place was taken, and how that is known. */
final readonly class Successor
{
    public function __construct(public int $id, public string $url, public int $origin)
    {
    }
}

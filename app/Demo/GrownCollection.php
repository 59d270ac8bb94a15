<?php

declare(strict_types=1);

namespace App\Demo;

/** A collection of the demo that texts are written for. */
final readonly class GrownCollection
{
    public function __construct(public int $id, public string $externalId, public string $name, public int $products)
    {
    }
}

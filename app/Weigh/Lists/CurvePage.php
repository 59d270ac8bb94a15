<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

/** A page whose queries stand beside the curve. */
final readonly class CurvePage
{
    public function __construct(public int $id, public string $url)
    {
    }
}

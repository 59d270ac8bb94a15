<?php

declare(strict_types=1);

namespace App\Changes\Live;

/** A release as people know it. */
final readonly class ReleaseName
{
    /** @param  ?int  $undoOf  the release that it takes back */
    public function __construct(public int $id, public string $name, public ?int $undoOf, public string $url)
    {
    }
}

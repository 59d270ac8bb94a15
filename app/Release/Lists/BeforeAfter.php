<?php

declare(strict_types=1);

namespace App\Release\Lists;

/** One field of a page as it is shown now, and as it would be after a release; empty where the theme sets it. */
final readonly class BeforeAfter
{
    public function __construct(public string $field, public string $before, public string $after)
    {
    }
}

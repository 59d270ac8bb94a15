<?php

declare(strict_types=1);

namespace App\Stores;

/** A view of a screen that somebody keeps under a name. */
final readonly class NewView
{
    /** @param  array<string, string>  $query  what it is narrowed to, as in its address */
    public function __construct(
        public string $screen,
        public string $name,
        public array $query,
        public bool $isShared,
    ) {
    }
}

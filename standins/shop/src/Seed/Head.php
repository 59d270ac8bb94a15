<?php

declare(strict_types=1);

namespace Tindrel\Seed;

/** What the head of a page says, and its heading. */
final readonly class Head
{
    public function __construct(
        public string $title,
        public string $description,
        public string $h1 = '',
        public string $canonical = '',
        public string $robots = '',
    ) {
    }
}

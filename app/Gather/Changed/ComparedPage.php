<?php

declare(strict_types=1);

namespace App\Gather\Changed;

/** A page that changed between two crawls. */
final readonly class ComparedPage
{
    public function __construct(
        public int $pageId,
        public string $url,
        public int $kind,
        public int $clicks,
        public ?string $beforeText,
        public ?string $afterText,
    ) {
    }
}

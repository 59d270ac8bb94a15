<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

/** A page to begin with where no search rows are known yet. */
final readonly class CorePage
{
    public function __construct(
        public int $pageId,
        public int $kind,
        public int $orders,
        public float $revenue,
        public int $linksIn,
        public string $url,
        public ?string $title,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace App\Tend\Lists;

/** An orphan, and where it should lead. */
final readonly class OrphanRow
{
    /**
     * @param  string  $detail  what was seen, as JSON
     */
    public function __construct(
        public int $pageId,
        public int $clicks,
        public string $detail,
        public string $url,
        public ?string $targetUrl,
    ) {
    }
}

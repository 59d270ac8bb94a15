<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

/** An address that is gone, with what is proposed for it. */
final readonly class LostPage
{
    /**
     * @param  string  $why  as LostReason packs it
     */
    public function __construct(
        public int $pageId,
        public string $url,
        public int $status,
        public int $clicks,
        public int $backlinks,
        public int $linksIn,
        public ?string $targetUrl,
        public string $why,
    ) {
    }
}

<?php

declare(strict_types=1);

namespace App\Release\Making;

/** A page whose address is changed, as it was seen last. */
final readonly class ChangedPage
{
    /**
     * @param  ?int  $kind  value of a PageKind
     * @param  ?int  $fromPage  how the resource was read from the page; 0 where the shop told it
     * @param  ?string  $canonicals  as JSON
     * @param  ?string  $robots  as JSON
     */
    public function __construct(
        public int $id,
        public string $url,
        public ?int $resourceId,
        public ?string $externalId,
        public ?int $kind,
        public ?int $fromPage,
        public ?string $canonicals,
        public ?string $canonicalHeader,
        public ?string $robots,
        public ?string $redirectUrl,
    ) {
    }
}

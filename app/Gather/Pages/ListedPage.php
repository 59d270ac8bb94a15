<?php

declare(strict_types=1);

namespace App\Gather\Pages;

/** A page as a row of the inventory. */
final readonly class ListedPage
{
    /** @param  ?string  $problem  why it could not be fetched */
    public function __construct(
        public int $pageId,
        public string $address,
        public string $url,
        public ?string $title,
        public ?string $redirectUrl,
        public ?string $problem,
        public PageCells $cells,
    ) {
    }
}

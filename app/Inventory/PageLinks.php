<?php

declare(strict_types=1);

namespace App\Inventory;

/** The links that one page carries, as its last answer had them. */
final readonly class PageLinks
{
    /**
     * @param  string  $answer  16 bytes that stand for the whole answer; the same answer is not parsed again
     * @param  string  $digest  16 bytes that stand for the links
     * @param  array<int, array{int, string, int}>  $links  of the main content, by place: target page, anchor, bits of
     *     rel
     * @param  list<string>  $blocks  digests of the blocks it carries
     */
    public function __construct(
        public string $answer,
        public string $digest,
        public array $links,
        public array $blocks,
        public ?string $etag = null,
        public ?string $lastModified = null,
    ) {
    }
}

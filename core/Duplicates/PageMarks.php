<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

use Orchard\Core\Url\PageUrl;

/** What of a page is enough to find those that may be its like, without looking at its text again. */
final readonly class PageMarks
{
    /**
     * @param  string  $digest  16 bytes that stand for the URL
     * @param  string  $identity  16 bytes: equal where a searcher sees no difference
     * @param  string  $called  16 bytes of title and H1; '' where it has neither
     * @param  string  $items  16 bytes of the set of products it lists; '' where it lists none
     * @param  string  $signature  of its text, as MinHash makes it
     */
    public function __construct(
        public int $page,
        public PageUrl $url,
        public string $digest,
        public string $identity,
        public string $called,
        public string $number,
        public string $items,
        public string $signature,
    ) {
    }

    public static function of(Identity $page, MinHash $hash): self
    {
        $items = array_values(array_unique($page->items));
        sort($items);

        return new self(
            $page->page,
            $page->url,
            $page->url->digest(),
            $page->isBlank() ? '' : $page->digest(),
            $page->title.$page->h1 === '' ? '' : md5("$page->market\0$page->title\0$page->h1", true),
            $page->number === '' ? '' : "$page->market $page->number",
            $page->isList() ? md5($page->market.' '.implode(',', $items), true) : '',
            $hash->signature(Shingles::of($page->words)),
        );
    }
}
